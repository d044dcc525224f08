import type { LookAsks } from '@zither/contract';
import { asksAlike } from '@zither/contract/row';
import { capital } from '@zither/words/terms';
import { LOOK_OPTIONS, sayAsks } from '@zither/words/watch';
import { View } from 'react-native';
import { Choice } from '../../ui/Choice.tsx';
import { Fold } from '../../ui/Fold.tsx';
import { RowButton } from '../../ui/RowButton.tsx';
import { Say } from '../../ui/Say.tsx';
import { space } from '../../ui/theme.ts';
import { sayHeight } from '@zither/words/units';

/** The options of a look, each with the reason to choose it. */
export function LookOptions({
  asks,
  before,
  heelMm,
  onChange,
}: {
  asks: LookAsks;
  /** What was chosen at the visit before; null where there was none. */
  before: LookAsks | null;
  /** What would go under the heels, mm. */
  heelMm: number;
  onChange: (asks: LookAsks) => void;
}) {
  const { arms, feet, depth, heels, shoes } = LOOK_OPTIONS;
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

function Option<K extends string>({
  of,
  value,
  suffix = {},
  onChange,
}: {
  of: { name: string; choices: Readonly<Record<K, { name: string; why: string }>> };
  value: K;
  suffix?: { [V in K]?: string };
  onChange: (value: K) => void;
}) {
  const choices = Object.entries(of.choices) as [K, { name: string; why: string }][];
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
