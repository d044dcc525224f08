import { memo } from 'react';
import { View } from 'react-native';
import {
  HOLDS,
  NAMED_DEPTHS_DEG,
  type Case,
  type Hold,
  type NamedDepth,
  type Setup,
  type Support,
} from '@zither/core';
import { Choice } from '../../ui/Choice.tsx';
import { Say } from '../../ui/Say.tsx';
import { SliderRow } from '../../ui/SliderRow.tsx';
import { Tick } from '../../ui/Tick.tsx';
import { space } from '../../ui/theme.ts';
import { DEPTH_NAMES, sayDepth } from '@zither/words/instrument';
import { HOLD_NAMES } from '@zither/words/names';
import { sayHeight, sayLength, sayMass } from '@zither/words/units';
import { sayNumber } from '@zither/words/numbers';

export interface ControlsProps {
  question: Case;
  /** While a slider is dragged. */
  onDrag: (next: Case) => void;
  /** When a change is meant. */
  onCommit: (next: Case) => void;
  leanLimitOf: (hold: Hold) => number;
}

const DEPTHS = Object.keys(NAMED_DEPTHS_DEG) as NamedDepth[];

const inCm = (mm: number) => sayLength(mm);
const inDegrees = (deg: number) => `${sayNumber(deg)}°`;

/** Everything a coach can turn on a setup: depth, feet, heel, hold, load. Not rendered again while something is dragged. */
export const Controls = memo(function Controls({
  question,
  onDrag,
  onCommit,
  leanLimitOf,
}: ControlsProps) {
  const { setup, target } = question;
  const withSetup = (change: Partial<Setup>): Case => ({
    ...question,
    setup: { ...setup, ...change },
  });
  const alike = setup.toeOutDeg.left === setup.toeOutDeg.right;
  const named = DEPTHS.find((d) => NAMED_DEPTHS_DEG[d] === target.thighDepthDeg);
  const holdsLoad = setup.hold !== 'bodyweight';

  return (
    <View style={{ gap: space.l }}>
      <Choice
        label="Depth"
        options={DEPTHS.map((d) => ({ value: d, label: DEPTH_NAMES[d] }))}
        value={named ?? ('' as NamedDepth)}
        onChange={(d) => onCommit({ ...question, target: { thighDepthDeg: NAMED_DEPTHS_DEG[d] } })}
      />
      {!named && <Say soft>{`Target: ${sayDepth(target.thighDepthDeg)}`}</Say>}
      <HeelControls question={question} onDrag={onDrag} onCommit={onCommit} />
      <SliderRow
        label="Stance width"
        show={inCm}
        value={setup.stanceWidthMm}
        least={150}
        most={900}
        step={10}
        onDrag={(stanceWidthMm) => onDrag(withSetup({ stanceWidthMm }))}
        onCommit={(stanceWidthMm) => onCommit(withSetup({ stanceWidthMm }))}
      />
      {alike ? (
        <SliderRow
          label="Toe-out, both feet"
          show={inDegrees}
          value={setup.toeOutDeg.left}
          least={0}
          most={45}
          step={1}
          onDrag={(deg) => onDrag(withSetup({ toeOutDeg: { left: deg, right: deg } }))}
          onCommit={(deg) => onCommit(withSetup({ toeOutDeg: { left: deg, right: deg } }))}
        />
      ) : (
        (['left', 'right'] as const).map((side) => (
          <SliderRow
            key={side}
            label={`Toe-out, ${side}`}
            show={inDegrees}
            value={setup.toeOutDeg[side]}
            least={0}
            most={45}
            step={1}
            onDrag={(deg) => onDrag(withSetup({ toeOutDeg: { ...setup.toeOutDeg, [side]: deg } }))}
            onCommit={(deg) =>
              onCommit(withSetup({ toeOutDeg: { ...setup.toeOutDeg, [side]: deg } }))
            }
          />
        ))
      )}
      <Tick
        title="Both feet alike"
        checked={alike}
        onPress={() => {
          const { left, right } = setup.toeOutDeg;
          const mean = Math.round((left + right) / 2);
          onCommit(
            withSetup({
              toeOutDeg: alike ? { left, right: right + 1 } : { left: mean, right: mean },
            }),
          );
        }}
      />
      <Choice
        label="Load position"
        options={HOLDS.map((h) => ({ value: h, label: HOLD_NAMES[h] }))}
        value={setup.hold}
        onChange={(hold) =>
          onCommit({
            ...question,
            setup: { ...setup, hold, loadKg: hold === 'bodyweight' ? 0 : setup.loadKg },
            limits: { ...question.limits, trunkLeanDeg: leanLimitOf(hold) },
          })
        }
      />
      {holdsLoad && (
        <SliderRow
          label="Load"
          show={sayMass}
          value={setup.loadKg}
          least={0}
          most={250}
          step={2.5}
          onDrag={(loadKg) => onDrag(withSetup({ loadKg }))}
          onCommit={(loadKg) => onCommit(withSetup({ loadKg }))}
        />
      )}
    </View>
  );
});

type HeelKind = Support['kind'];

function HeelControls({ question, onDrag, onCommit }: Omit<ControlsProps, 'leanLimitOf'>) {
  const { support } = question.setup;
  const withSupport = (next: Support): Case => ({
    ...question,
    setup: { ...question.setup, support: next },
  });
  const start: Record<HeelKind, Support> = {
    floor: { kind: 'floor' },
    block: { kind: 'block', riseMm: 10 },
    ramp: { kind: 'ramp', angleDeg: 5, azimuth: 'foot' },
  };
  return (
    <View style={{ gap: space.m }}>
      <Choice
        label="Heel"
        options={[
          { value: 'floor', label: 'Flat' },
          { value: 'block', label: 'Heel block or shoe' },
          { value: 'ramp', label: 'Ramp' },
        ]}
        value={support.kind}
        onChange={(kind) => onCommit(withSupport(kind === support.kind ? support : start[kind]))}
      />
      {support.kind === 'block' && (
        <SliderRow
          label="Heel height"
          show={sayHeight}
          value={support.riseMm}
          least={0}
          most={60}
          step={5}
          onDrag={(riseMm) => onDrag(withSupport({ kind: 'block', riseMm }))}
          onCommit={(riseMm) => onCommit(withSupport({ kind: 'block', riseMm }))}
        />
      )}
      {support.kind === 'ramp' && (
        <>
          <SliderRow
            label="Ramp angle"
            show={inDegrees}
            value={support.angleDeg}
            least={0}
            most={25}
            step={1}
            onDrag={(angleDeg) => onDrag(withSupport({ ...support, angleDeg }))}
            onCommit={(angleDeg) => onCommit(withSupport({ ...support, angleDeg }))}
          />
          <Choice
            label="Ramp laid"
            options={[
              { value: 'foot', label: 'Turned with each foot' },
              { value: 'straight', label: 'Straight ahead' },
            ]}
            value={support.azimuth}
            onChange={(azimuth) => onCommit(withSupport({ ...support, azimuth }))}
          />
        </>
      )}
    </View>
  );
}
