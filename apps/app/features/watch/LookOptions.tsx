import type { LookAsks } from '@zither/contract';
import { asksAlike, PLAIN_LOOK } from '@zither/contract/row';
import { capital } from '@zither/words/terms';
import { LOOK_OPTIONS, sayAsks } from '@zither/words/watch';
import { View } from 'react-native';
import { Choice } from '../../ui/Choice.tsx';
import { Fold } from '../../ui/Fold.tsx';
import { RowButton } from '../../ui/RowButton.tsx';
import { Say } from '../../ui/Say.tsx';
import { Stepper } from '../../ui/Stepper.tsx';
import { space } from '../../ui/theme.ts';
import { sayHeight } from '@zither/words/units';

/** The options of a look, each with the reason to choose it. */
export function LookOptions({
  asks,
  before,
  heelMm,
  standing,
  onChange,
}: {
  asks: LookAsks;
  /** What was chosen at the visit before; null where there was none. */
  before: LookAsks | null;
  /** What would go under the heels, mm. */
  heelMm: number;
  /** How the client stands in the setup in use (null = none is), and unprompted. */
  standing: { inUse: Partial<LookAsks> | null; habit: Standing };
  onChange: (asks: LookAsks) => void;
}) {
  const { stands, arms, feet, depth, heels, shoes } = LOOK_OPTIONS;
  const says = sayAsks(asks);
  // How warm the client is belongs to today.
  const again = before && { ...before, state: asks.state };
  return (
    <Fold
      title="Options of this look"
      explains="look"
      note={says === '' ? 'Nothing but the squat' : capital(says)}
    >
      {again && !asksAlike(again, asks) && (
        <View style={{ flexDirection: 'row' }}>
          <RowButton
            type="outline"
            title={`As last time: ${sayAsks({ ...again, state: null }) || 'nothing but the squat'}`}
            onPress={() => onChange(again)}
          />
        </View>
      )}
      <Option
        of={stands}
        without={standing.inUse ? [] : ['inUse']}
        value={asks.stands}
        onChange={(as) => onChange({ ...asks, ...STANDS_PLAIN, ...stoodAs(as, standing) })}
      />
      {asks.stands === 'other' && (
        <>
          <Stepper
            label="Stance width"
            unit="mm"
            value={asks.stanceWidthMm}
            step={10}
            possible={{ least: 100, most: 1200 }}
            startAt={standing.habit.stanceWidthMm}
            onChange={(stanceWidthMm) => onChange({ ...asks, stanceWidthMm })}
          />
          <Stepper
            label="Foot angle, left"
            unit="°"
            value={asks.toeOutLeftDeg}
            step={1}
            possible={{ least: -20, most: 80 }}
            startAt={standing.habit.toeOutLeftDeg}
            onChange={(toeOutLeftDeg) => onChange({ ...asks, toeOutLeftDeg })}
          />
          <Stepper
            label="Foot angle, right"
            unit="°"
            value={asks.toeOutRightDeg}
            step={1}
            possible={{ least: -20, most: 80 }}
            startAt={standing.habit.toeOutRightDeg}
            onChange={(toeOutRightDeg) => onChange({ ...asks, toeOutRightDeg })}
          />
        </>
      )}
      <Option
        of={arms}
        value={asks.arms}
        onChange={(value) => onChange({ ...asks, arms: value })}
      />
      <Option
        of={feet}
        value={asks.feet}
        onChange={(value) => onChange({ ...asks, feet: value })}
      />
      <Option
        of={depth}
        value={asks.depth}
        onChange={(value) => onChange({ ...asks, depth: value })}
      />
      <Option
        of={heels}
        value={asks.heelRiseMm > 0 ? 'raised' : 'flat'}
        suffix={{ raised: ` ${sayHeight(asks.heelRiseMm || heelMm)}` }}
        onChange={(value) => onChange({ ...asks, heelRiseMm: value === 'raised' ? heelMm : 0 })}
      />
      <Option
        of={shoes}
        value={asks.shod ? 'shod' : 'barefoot'}
        onChange={(value) => onChange({ ...asks, shod: value === 'shod' })}
      />
    </Fold>
  );
}

/** A stance and the angle of each foot. */
type Standing = { [K in 'stanceWidthMm' | 'toeOutLeftDeg' | 'toeOutRightDeg']: number };

const { stands: _stands, stanceWidthMm, toeOutLeftDeg, toeOutRightDeg, hold } = PLAIN_LOOK;
const STANDS_PLAIN = { stanceWidthMm, toeOutLeftDeg, toeOutRightDeg, hold };

/** What a look says of how the client stands; a bodyweight look holds nothing. */
const stoodAs = (
  as: LookAsks['stands'],
  { inUse, habit }: { inUse: Partial<LookAsks> | null; habit: Standing },
): Partial<LookAsks> =>
  as === 'inUse'
    ? { ...inUse, hold: null }
    : as === 'other'
      ? { ...habit, stands: 'other' }
      : { stands: 'habit', heelRiseMm: 0 };

function Option<K extends string>({
  of,
  without = [],
  value,
  suffix = {},
  onChange,
}: {
  of: { name: string; choices: Readonly<Record<K, { name: string; why: string }>> };
  /** Choices that cannot be made now. */
  without?: readonly K[];
  value: K;
  suffix?: { [V in K]?: string };
  onChange: (value: K) => void;
}) {
  const choices = (Object.entries(of.choices) as [K, { name: string; why: string }][]).filter(
    ([key]) => !without.includes(key),
  );
  return (
    <View style={{ gap: space.xs }}>
      <Choice
        label={of.name}
        options={choices.map(([key, { name }]) => ({
          value: key,
          label: `${name}${suffix[key] ?? ''}`,
          spoken: `${of.name}: ${name.toLowerCase()}${suffix[key] ?? ''}`,
        }))}
        value={value}
        onChange={onChange}
      />
      <Say small soft>
        {of.choices[value].why}
      </Say>
    </View>
  );
}
