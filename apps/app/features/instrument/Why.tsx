import { memo } from 'react';
import { View } from 'react-native';
import { resolveBody, SEGMENT_NAMES, type Case, type SideSolution } from '@zither/core';
import { Fold } from '../../ui/Fold.tsx';
import { Equations } from './Equations.tsx';
import { Say } from '../../ui/Say.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';

const SEGMENT_WORDS = {
  foot: 'Foot length',
  shank: 'Shin (knee to ankle)',
  thigh: 'Thigh (hip to knee)',
  trunk: 'Trunk (hip to shoulder)',
  ankleHeight: 'Ankle height',
  hipSeparation: 'Hip joint separation',
} as const;

/** One tap deeper: the numbers of the pose, what went in, the equation in words, and where each constant comes from. */
export const Why = memo(function Why({
  question,
  solution,
  method,
}: {
  question: Case;
  solution: SideSolution;
  /** Name of the method whose limits hold. */
  method: string;
}) {
  return (
    <Fold title="Why? Inputs, equation, sources">
      <View style={{ gap: space.l }}>
        <PoseNumbers solution={solution} />
        <View style={{ gap: space.xs }}>
          <Say strong>What the room rests on</Say>
          <Equations of="room" />
          <Say small number>
            {`Balance point: ${Math.round(question.setup.balance * 100)} % of the foot from the heel.`}
          </Say>
        </View>
        <BodyNumbers question={question} />
        <View style={{ gap: space.xs }}>
          <Say strong>Limits used</Say>
          <Say number>
            Ankle L {fixed(question.limits.dorsiflexionDeg.left)}° · R{' '}
            {fixed(question.limits.dorsiflexionDeg.right)}°, less {question.limits.bufferDeg}° in
            reserve · lean up to {question.limits.trunkLeanDeg}°
          </Say>
          <Say soft small>
            {`Reserve and lean limit: method “${method}”, house default.`}
          </Say>
        </View>
        <Say soft small>
          Proportions: Winter 2009, after Drillis and Contini 1966. Hold points, named depths,
          kneecap 5 cm ahead of the knee centre: house defaults. Sources quoted from memory. Moments
          are static and for both legs together: for comparing setups, not for diagnosis.
        </Say>
      </View>
    </Fold>
  );
});

const fixed = (value: number) => value.toFixed(1);

function PoseNumbers({ solution }: { solution: SideSolution }) {
  const { bottom } = solution;
  if (bottom.kind !== 'pose') return null;
  const rows: [string, string][] = [
    ['Ankle used (dorsiflexion)', `${fixed(bottom.dorsiflexionDeg)}°`],
    ['Trunk lean', `${fixed(bottom.trunkDeg)}°`],
    ['Hip fold (trunk to thigh, in front)', `${fixed(bottom.hipFoldDeg)}°`],
    ['Hip abduction', `${fixed(bottom.hipAbductionDeg)}°`],
    [
      'Hip rotation',
      `${fixed(Math.abs(bottom.hipRotationDeg))}° ${bottom.hipRotationDeg >= 0 ? 'outward' : 'inward'}`,
    ],
    ['Knee flexion', `${fixed(bottom.kneeFlexionDeg)}°`],
    ['Kneecap past toe', `${(bottom.kneecapPastToeMm / 10).toFixed(1)} cm`],
    ['Sole pitch · cross-tilt', `${fixed(bottom.footPitchDeg)}° · ${fixed(bottom.footRollDeg)}°`],
    [
      'Hip · knee moment',
      `${Math.round(bottom.hipMomentNm)} · ${Math.round(bottom.kneeMomentNm)} N·m`,
    ],
  ];
  return <Table title="At the bottom" rows={rows} />;
}

function BodyNumbers({ question }: { question: Case }) {
  const body = resolveBody(question.body);
  const rows: [string, string][] = SEGMENT_NAMES.map((name) => [
    SEGMENT_WORDS[name],
    `${(body.lengthsMm[name] / 10).toFixed(1)} cm, ${body.measured[name] ? 'measured' : 'estimated'}`,
  ]);
  return <Table title="Body" rows={rows} />;
}

function Table({ title, rows }: { title: string; rows: [string, string][] }) {
  const { colors } = useLook();
  return (
    <View>
      <Say strong>{title}</Say>
      {rows.map(([name, value]) => (
        <View
          key={name}
          style={{
            flexDirection: 'row',
            justifyContent: 'space-between',
            gap: space.m,
            borderBottomWidth: 1,
            borderColor: colors.hairline,
            paddingVertical: space.xs,
          }}
        >
          <Say soft style={{ flexShrink: 1 }}>
            {name}
          </Say>
          <Say number>{value}</Say>
        </View>
      ))}
    </View>
  );
}
