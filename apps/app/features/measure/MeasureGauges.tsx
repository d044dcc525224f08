import { View } from 'react-native';
import { BALANCED, minimalDetectableChange, resolveBody, solve, type Side } from '@zither/core';
import type { Dossier, Measurement } from '@zither/contract';
import { Say } from '../../ui/Say.tsx';
import { StringGauge } from '../../ui/StringGauge.tsx';
import { space } from '../../ui/theme.ts';
import { bodyOf, clientCase, dorsiflexionDeg, semDeg } from './derive.ts';

/** Dorsiflexion that the wished depth asks for with the buffer in hand, degrees; null when nothing can be said. */
export function ankleNeededDeg(dossier: Dossier): number | null {
  const found = clientCase(dossier);
  if (found.kind !== 'ready') return null;
  const { question } = found;
  const flat = solve({ ...question, setup: { ...question.setup, support: { kind: 'floor' } } });
  const { window } = flat.sides[flat.governingSide];
  return window.kind === 'stanceTooWide' ? null : window.floorDeg + BALANCED.bufferDeg;
}

interface Value {
  read: (m: Measurement) => number | null;
}

/** The five measurements of the newest day as strings, with the last day's as ghost beads. */
export function MeasureGauges({ dossier }: { dossier: Dossier }) {
  const [now, last] = dossier.measurements;
  if (!now) return null;
  const body = bodyOf(dossier.client);
  const shoulder = resolveBody(body).shoulderWidthMm;
  const { stancePerShoulderWidth, toeOutDeg } = BALANCED;
  const needed = ankleNeededDeg(dossier);
  const pair = ({ read }: Value) => ({ now: read(now), before: last ? read(last) : null });
  const sides: Side[] = ['left', 'right'];
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', rowGap: space.s, columnGap: space.xl }}>
      <Gauge
        title="Stance width"
        unit=" cm"
        {...pair({ read: (m) => (m.stanceWidthMm === null ? null : m.stanceWidthMm / 10) })}
        target={{
          least: (stancePerShoulderWidth.least * shoulder) / 10,
          most: (stancePerShoulderWidth.most * shoulder) / 10,
        }}
        scale={{ least: 20, most: 80 }}
      />
      <Gauge
        title="Heel in use"
        unit=" mm"
        {...pair({ read: (m) => m.heelRiseMm })}
        target={{ least: 0, most: BALANCED.heelMostMm }}
        scale={{ least: 0, most: 60 }}
      />
      {sides.map((side) => (
        <Gauge
          key={`toe-${side}`}
          title={`Toe-out ${side === 'left' ? 'L' : 'R'}`}
          unit="°"
          {...pair({ read: (m) => m.toeOutDeg[side] })}
          target={toeOutDeg}
          scale={{ least: 0, most: 45 }}
        />
      ))}
      {sides.map((side) => (
        <Gauge
          key={`ankle-${side}`}
          title={`Dorsiflexion ${side === 'left' ? 'L' : 'R'}`}
          unit="°"
          {...pair({ read: (m) => dorsiflexionDeg(body, m, side) })}
          target={needed === null ? null : { least: needed, most: Math.max(needed + 5, 48) }}
          error={minimalDetectableChange(semDeg(body, now))}
          scale={{ least: 10, most: 50 }}
        />
      ))}
      <Gauge
        title="Kneecap past toe"
        unit=" cm"
        {...pair({ read: (m) => (m.kneeTravelMm === null ? null : m.kneeTravelMm / 10) })}
        target={null}
        scale={{ least: -10, most: 20 }}
        digits={1}
      />
    </View>
  );
}

function Gauge({
  title,
  unit,
  now,
  before,
  target,
  error = null,
  scale,
  digits = 0,
}: {
  title: string;
  unit: string;
  now: number | null;
  before: number | null;
  target: { least: number; most: number } | null;
  error?: number | null;
  scale: { least: number; most: number };
  digits?: number;
}) {
  return (
    <View style={{ flexGrow: 1, flexBasis: 320 }}>
      <View style={{ flexDirection: 'row', justifyContent: 'space-between' }}>
        <Say>{title}</Say>
        <Say strong number>
          {now === null ? '–' : `${now.toFixed(digits)}${unit}`}
        </Say>
      </View>
      <StringGauge
        label={title}
        unit={unit}
        now={now}
        before={before}
        target={target}
        error={error}
        scale={scale}
        digits={digits}
      />
    </View>
  );
}
