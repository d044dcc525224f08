import { useState } from 'react';
import { View } from 'react-native';
import {
  FAULTS,
  faultsOf,
  type CameraView,
  type FaultId,
  type MadeFault,
  type Side,
} from '@zither/core';
import { Button } from '../../ui/elements.ts';
import { Say } from '../../ui/Say.tsx';
import { space } from '../../ui/theme.ts';
import { NO_MARK, type Mark } from '@zither/visit';
import { FaultRow } from './FaultRow.tsx';
import { sayFault } from '@zither/words/watch';

type Made = Exclude<FaultId, 'pain'>;

/** The stand-in squats with a fault on one side. */
const sideOf = ({ side }: Mark): Side => (side === 'right' ? 'right' : 'left');

/** Sizes of the simulated faults: well inside slight, well beyond clear. */
export function madeFault(fault: Made, mark: Mark): MadeFault {
  const { slight, clear, sided } = FAULTS[fault];
  const gap = clear - slight;
  const made: MadeFault = {
    fault,
    size: mark.severity === 'clear' ? clear + gap * 0.6 : slight + gap * 0.5,
  };
  // Seen from the side nobody tells whose heel it is.
  if (sided && fault !== 'heelsRise') made.side = sideOf(mark);
  if (mark.phase) made.phase = mark.phase;
  if (fault === 'pelvisTuck') {
    made.size = 13;
    made.fromDepthDeg = mark.severity === 'clear' ? -10 : 4;
  }
  return made;
}

/** The stand-in for a pose camera: this client's body squats, with the faults asked for. */
export function SimulatePanel({
  view,
  onStart,
}: {
  view: CameraView;
  onStart: (faults: MadeFault[], name: string) => void;
}) {
  const [marks, setMarks] = useState<Partial<Record<Made, Mark>>>({});
  const asked = faultsOf(view).flatMap(({ id }) => {
    const mark = id === 'pain' ? undefined : marks[id];
    return id !== 'pain' && mark?.severity ? [{ id, mark }] : [];
  });
  return (
    <View style={{ gap: space.m }}>
      <Say soft small>
        Stands in for a pose camera: this client’s body and ankles squat five times, seen with 3 mm
        of noise. Add what should go wrong.
      </Say>
      <Button
        title="Take the capture"
        onPress={() =>
          onStart(
            asked.map(({ id, mark }) => madeFault(id, mark)),
            asked.length === 0
              ? 'Simulated: a squat as built'
              : `Simulated: ${asked.map(({ id, mark }) => `${sayFault(id, FAULTS[id].sided ? sideOf(mark) : null).toLowerCase()} ${mark.severity}`).join(', ')}`,
          )
        }
      />
      <View>
        {faultsOf(view).map(({ id }) =>
          id === 'pain' ? null : (
            <FaultRow
              key={id}
              fault={id}
              mark={marks[id] ?? NO_MARK}
              reps={0}
              onChange={(mark) => setMarks({ ...marks, [id]: mark })}
            />
          ),
        )}
      </View>
    </View>
  );
}
