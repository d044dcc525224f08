import { Fragment } from 'react';
import { View } from 'react-native';
import type { CaptureLine } from '@zither/contract';
import {
  NAMED_DEPTHS_DEG,
  TRIAL_PARTS,
  type MethodProfile,
  type Side,
  type TrialPart,
} from '@zither/core';
import {
  archLostAt,
  depthByEye,
  lookAt,
  SHORT_BY_EYE,
  shortByEye,
  sidesSeen,
  TUCK_BY_EYE,
  tuckByEye,
  withArchLostAt,
  withFault,
  type Showed,
  type TrialSides,
} from '@zither/visit';
import { sayDepth } from '@zither/words/instrument';
import { TRIAL_PART_NAMES } from '@zither/words/trials';
import { VIEW_NAMES } from '@zither/words/watch';
import { Button } from '../../ui/elements.ts';
import { Choice } from '../../ui/Choice.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Part } from '../../ui/Screen.tsx';
import { Say } from '../../ui/Say.tsx';
import { space } from '../../ui/theme.ts';
import { Ticks } from '../../ui/Ticks.tsx';
import { sayWatched } from '@zither/words/setup';

type Rows = { showed: Showed; targetDepthDeg: number; onShowed: (showed: Showed) => void };

/** Left, right, both or neither, as one of four. */
type Which = 'none' | 'left' | 'right' | 'both';
const whichOf = (sides: TrialSides): Which =>
  sides.length === 2 ? 'both' : (sides[0] ?? (sides.length === 0 ? 'none' : 'both'));
const SIDES_OF: Record<Which, readonly Side[]> = {
  none: [],
  left: ['left'],
  right: ['right'],
  both: ['left', 'right'],
};

/** A fault that shows on one foot or on both. */
function SidedRow({
  label,
  no,
  sides,
  onSides,
}: {
  label: string;
  /** What is said when it did not show. */
  no: string;
  sides: TrialSides;
  onSides: (sides: readonly Side[]) => void;
}) {
  const spoken = (what: string) => `${label}: ${what}`;
  return (
    <Choice
      label={label}
      options={[
        { value: 'none', label: no, spoken: spoken(no.toLowerCase()) },
        { value: 'left', label: 'Left', spoken: spoken('left') },
        { value: 'right', label: 'Right', spoken: spoken('right') },
        { value: 'both', label: 'Both', spoken: spoken('both') },
      ]}
      value={whichOf(sides)}
      onChange={(to) => onSides(SIDES_OF[to])}
    />
  );
}

/** What may be seen in each part; only the parts that are looked at are shown. */
const ROWS: Record<TrialPart, (rows: Rows) => React.ReactNode> = {
  heels: ({ showed, onShowed }) => (
    <SidedRow
      label="Heel rises"
      no="Stayed down"
      sides={(['left', 'right'] as const).filter((s) => showed.heelRose[s])}
      onSides={(sides) =>
        onShowed({
          ...showed,
          heelRose: { left: sides.includes('left'), right: sides.includes('right') },
        })
      }
    />
  ),
  foot: ({ showed, targetDepthDeg, onShowed }) => (
    <>
      {(
        [
          ['archDrops', 'Arch drops', 'Kept'],
          ['feetTurnOut', 'Foot turns out', 'Stayed'],
          ['outerEdge', 'Ball of the big toe lifts', 'Stayed down'],
        ] as const
      ).map(([fault, label, no]) => (
        <Fragment key={fault}>
          <SidedRow
            label={label}
            no={no}
            sides={sidesSeen(showed, fault)}
            onSides={(sides) => onShowed(withFault(showed, fault, sides))}
          />
          {fault === 'archDrops' && sidesSeen(showed, 'archDrops').length > 0 && (
            <Choice
              label="The arch gave way at"
              options={[
                { value: '', label: 'Not said' },
                ...Object.values(NAMED_DEPTHS_DEG)
                  .filter((deg) => deg <= targetDepthDeg)
                  .map((deg) => ({ value: String(deg), label: sayDepth(deg) })),
              ]}
              value={String(archLostAt(showed) ?? '')}
              onChange={(to) => onShowed(withArchLostAt(showed, to === '' ? null : Number(to)))}
            />
          )}
        </Fragment>
      ))}
    </>
  ),
  knees: ({ showed, onShowed }) => (
    <>
      {(
        [
          ['left', 'Left knee'],
          ['right', 'Right knee'],
        ] as const
      ).map(([side, label]) => (
        <Choice
          key={side}
          label={label}
          options={[
            { value: 'over', label: 'Over the foot', spoken: `${label}: over the foot` },
            { value: 'in', label: 'In', spoken: `${label}: in` },
            { value: 'out', label: 'Out', spoken: `${label}: out` },
          ]}
          value={showed.knees[side]}
          onChange={(to) => onShowed({ ...showed, knees: { ...showed.knees, [side]: to } })}
        />
      ))}
    </>
  ),
  tuck: ({ showed, targetDepthDeg, onShowed }) => (
    <Choice
      label="Pelvis tucks"
      options={[
        { value: 'none', label: 'No' },
        { value: 'bottom', label: 'At the bottom' },
        { value: 'before', label: 'Before it' },
      ]}
      value={tuckByEye(showed, targetDepthDeg)}
      onChange={(to) =>
        onShowed({
          ...showed,
          tuckFromDeg: to === 'none' ? null : targetDepthDeg - TUCK_BY_EYE[to],
        })
      }
    />
  ),
  shift: ({ showed, onShowed }) => (
    <Choice
      label="Pelvis shifts"
      options={[
        { value: 'none', label: 'No', spoken: 'Pelvis shifts: no' },
        { value: 'left', label: 'To the left', spoken: 'Pelvis shifts: to the left' },
        { value: 'right', label: 'To the right', spoken: 'Pelvis shifts: to the right' },
        { value: 'both', label: 'Changes sides', spoken: 'Pelvis shifts: changes sides' },
      ]}
      value={whichOf(sidesSeen(showed, 'sideShift'))}
      onChange={(to) => onShowed(withFault(showed, 'sideShift', SIDES_OF[to]))}
    />
  ),
  balance: ({ showed, onShowed }) => {
    const is = (fault: 'weightForward' | 'toesFloat') => sidesSeen(showed, fault).length > 0;
    return (
      <Choice
        label="Weight"
        options={[
          { value: 'middle', label: 'Over mid-foot' },
          { value: 'forward', label: 'Forward', spoken: 'Weight: forward' },
          { value: 'back', label: 'Back', spoken: 'Weight: back' },
        ]}
        value={is('weightForward') ? 'forward' : is('toesFloat') ? 'back' : 'middle'}
        onChange={(to) => {
          const none = withFault(withFault(showed, 'weightForward', []), 'toesFloat', []);
          onShowed(
            to === 'middle'
              ? none
              : withFault(none, to === 'forward' ? 'weightForward' : 'toesFloat', [null]),
          );
        }}
      />
    );
  },
  rise: ({ showed, onShowed }) => (
    <Choice
      label="On the way up"
      options={[
        { value: 'no', label: 'Hips and chest together' },
        { value: 'yes', label: 'Hips first', spoken: 'On the way up: hips first' },
      ]}
      value={sidesSeen(showed, 'hipsRiseEarly').length > 0 ? 'yes' : 'no'}
      onChange={(to) => onShowed(withFault(showed, 'hipsRiseEarly', to === 'yes' ? [null] : []))}
    />
  ),
};

/** What three to five reps showed: what was looked at, then one tap a line only where something was not clean. */
export function RecordPart({
  method,
  targetDepthDeg,
  showed,
  comfort,
  captures,
  isFromCapture,
  loads,
  isLoaded,
  onLoaded,
  onShowed,
  onComfort,
  onCapture,
  onFilm,
}: {
  method: MethodProfile;
  targetDepthDeg: number;
  showed: Showed;
  comfort: number | null;
  /** Captures of today that belong to no trial yet. */
  captures: readonly CaptureLine[];
  isFromCapture: boolean;
  /** Where the setup's own load waits: what is carried first, the setup's own load, and when that follows, in words; null = it does not wait. */
  loads: { first: string; own: string; follows: string } | null;
  isLoaded: boolean;
  onLoaded: (isLoaded: boolean) => void;
  onShowed: (showed: Showed) => void;
  onComfort: (comfort: number) => void;
  onCapture: () => void;
  onFilm: () => void;
}) {
  return (
    <Part title="What the reps showed" hint={sayWatched(method.name)}>
      {captures.length > 0 && (
        <Notice
          tone={isFromCapture ? 'good' : 'quiet'}
          actions={[
            {
              label: isFromCapture ? 'Filled in from the camera' : 'Fill in from the camera',
              onPress: onCapture,
            },
          ]}
        >
          {`Filmed since the last trial: ${captures.map((c) => VIEW_NAMES[c.view].toLowerCase()).join(', ')}.`}
        </Notice>
      )}
      {loads && (
        <Choice
          label="These reps"
          options={[
            { value: 'first', label: loads.first },
            { value: 'own', label: loads.own },
          ]}
          value={isLoaded ? 'own' : 'first'}
          onChange={(to) => onLoaded(to === 'own')}
        />
      )}
      {loads && (
        <Say soft small>
          {loads.follows}
        </Say>
      )}
      <Ticks
        label="Looked at"
        options={TRIAL_PARTS.map((value) => ({
          value,
          label: TRIAL_PART_NAMES[value],
          spoken: `Looked at: ${TRIAL_PART_NAMES[value].toLowerCase()}`,
        }))}
        values={showed.lookedAt}
        onChange={(part, isOn) => onShowed(lookAt(showed, part, isOn))}
      />
      <Choice
        label="Depth"
        options={[
          { value: 'asked', label: 'As asked' },
          { value: 'little', label: 'A little short' },
          { value: 'well', label: 'Well short' },
        ]}
        value={shortByEye(showed, targetDepthDeg)}
        onChange={(to) => onShowed(depthByEye(showed, targetDepthDeg, SHORT_BY_EYE[to]))}
      />
      {TRIAL_PARTS.filter((part) => showed.lookedAt.includes(part)).map((part) => {
        const Row = ROWS[part];
        return (
          <Row key={part} showed={showed} targetDepthDeg={targetDepthDeg} onShowed={onShowed} />
        );
      })}
      <Choice
        label="Comfort, in the client’s words"
        options={['Not at all', 'Hardly', 'All right', 'Good', 'At home'].map((label, i) => ({
          value: String(i + 1),
          label,
        }))}
        value={comfort === null ? '' : String(comfort)}
        onChange={(to) => onComfort(Number(to))}
      />
      <View style={{ alignItems: 'flex-start', gap: space.s }}>
        <Button
          type="clear"
          buttonStyle={{ paddingHorizontal: 0 }}
          title="Film this set in Watch"
          onPress={onFilm}
        />
      </View>
    </Part>
  );
}
