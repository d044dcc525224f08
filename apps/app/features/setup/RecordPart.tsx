import { View } from 'react-native';
import type { CaptureLine } from '@zither/contract';
import { Button } from '../../ui/elements.ts';
import { Choice } from '../../ui/Choice.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Part } from '../../ui/Screen.tsx';
import { space } from '../../ui/theme.ts';
import { VIEW_NAMES } from '@zither/words/watch';
import type { Showed } from '@zither/visit';

/** Short of the target, as the eye tells it apart, degrees. */
const SHORT = { asked: 0, little: 6, well: 15 } as const;
/** Where a tuck began, degrees above the target, as the eye tells it apart. */
const TUCK = { bottom: 0, before: 10 } as const;

const nearest = <K extends string>(list: Record<K, number>, value: number): K =>
  (Object.entries(list) as [K, number][]).reduce((a, b) =>
    Math.abs(b[1] - value) < Math.abs(a[1] - value) ? b : a,
  )[0];

const pairOf = <T,>(left: T, right: T) => ({ left, right });

/** What three to five reps showed: one tap a line, only where something was not clean. */
export function RecordPart({
  targetDepthDeg,
  showed,
  comfort,
  captures,
  isFromCapture,
  onShowed,
  onComfort,
  onCapture,
  onFilm,
}: {
  targetDepthDeg: number;
  showed: Showed;
  comfort: number | null;
  /** Captures of today that belong to no trial yet. */
  captures: readonly CaptureLine[];
  isFromCapture: boolean;
  onShowed: (showed: Showed) => void;
  onComfort: (comfort: number) => void;
  onCapture: () => void;
  onFilm: () => void;
}) {
  const { heelRose, knees } = showed;
  const heels = heelRose.left
    ? heelRose.right
      ? 'both'
      : 'left'
    : heelRose.right
      ? 'right'
      : 'down';
  const knee = (side: 'left' | 'right', label: string) => (
    <Choice
      label={label}
      options={[
        { value: 'over', label: 'Over the foot', spoken: `${label}: over the foot` },
        { value: 'in', label: 'In', spoken: `${label}: in` },
        { value: 'out', label: 'Out', spoken: `${label}: out` },
      ]}
      value={knees[side]}
      onChange={(to) => onShowed({ ...showed, knees: { ...knees, [side]: to } })}
    />
  );
  return (
    <Part title="What the reps showed" hint="Three to five reps. Tap only what was not clean.">
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
      <Choice
        label="Depth"
        options={[
          { value: 'asked', label: 'As asked' },
          { value: 'little', label: 'A little short' },
          { value: 'well', label: 'Well short' },
        ]}
        value={nearest(SHORT, targetDepthDeg - showed.depthDeg)}
        onChange={(to) => onShowed({ ...showed, depthDeg: targetDepthDeg - SHORT[to] })}
      />
      <Choice
        label="Heels"
        options={[
          { value: 'down', label: 'Stayed down' },
          { value: 'left', label: 'Left rose', spoken: 'Left heel rose' },
          { value: 'right', label: 'Right rose', spoken: 'Right heel rose' },
          { value: 'both', label: 'Both rose', spoken: 'Both heels rose' },
        ]}
        value={heels}
        onChange={(to) =>
          onShowed({
            ...showed,
            heelRose: pairOf(to === 'left' || to === 'both', to === 'right' || to === 'both'),
          })
        }
      />
      {knee('left', 'Left knee')}
      {knee('right', 'Right knee')}
      <Choice
        label="Pelvis tucks"
        options={[
          { value: 'none', label: 'No' },
          { value: 'bottom', label: 'At the bottom' },
          { value: 'before', label: 'Before it' },
        ]}
        value={
          showed.tuckFromDeg === null ? 'none' : nearest(TUCK, targetDepthDeg - showed.tuckFromDeg)
        }
        onChange={(to) =>
          onShowed({ ...showed, tuckFromDeg: to === 'none' ? null : targetDepthDeg - TUCK[to] })
        }
      />
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
