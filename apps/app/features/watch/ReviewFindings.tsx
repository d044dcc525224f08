import { View } from 'react-native';
import {
  FAULTS,
  type Analysis,
  type Case,
  type MethodProfile,
  type MotionFinding,
} from '@zither/core';
import { severityShown } from '@zither/visit';
import { Button } from '../../ui/elements.ts';
import { Fold } from '../../ui/Fold.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { StringGauge } from '../../ui/StringGauge.tsx';
import { space } from '../../ui/theme.ts';
import { Equations, NumberInputs } from '../instrument/index.ts';
import { builtMismatchDeg, gaugeOf } from './reviewData.ts';
import {
  AREA_NAMES,
  sayAmount,
  sayClose,
  sayFault,
  sayFinding,
  sayBuiltMismatch,
  sayConsistency,
  sayNotJudged,
  sayQuality,
  saySeenShare,
} from '@zither/words/watch';

/** What the capture showed: named faults as strings, the rest folded away, and how well it was seen. */
export function ReviewFindings({
  analysis,
  subject,
  method,
  valueBefore,
  onShow,
}: {
  analysis: Analysis;
  subject: Case | null;
  /** The method whose sizes the faults are named by. */
  method: MethodProfile;
  /** Value of the same fault in the capture compared with; null = none. */
  valueBefore: (finding: MotionFinding) => number | null;
  /** Shows the moment a fault was largest. */
  onShow: (finding: MotionFinding) => void;
}) {
  const named = analysis.findings.filter((f) => f.severity !== null);
  const close = analysis.findings.filter((f) => f.isClose);
  // Two faults are the other end of one that is listed already.
  const small = analysis.findings.filter(
    (f) => f.severity === null && !f.isClose && f.fault !== 'kneesFirst' && f.fault !== 'toesFloat',
  );
  const sizes = named.map((f) => ({ f, shown: severityShown(f, method) }));
  const built = builtMismatchDeg(analysis, subject);
  return (
    <Part
      title={
        named.length === 0
          ? 'Nothing to name'
          : named.length === 1
            ? 'One fault'
            : `${named.length} faults`
      }
      {...(named.length > 0
        ? {
            hint: 'Bead: the mean of the reps it showed in, with their scatter. Thick: too small to name.',
          }
        : {})}
    >
      {named.map((f) => (
        <View key={`${f.fault} ${f.side ?? ''}`} style={{ gap: 2 }}>
          <View style={{ flexDirection: 'row', alignItems: 'center', gap: space.s }}>
            <View style={{ flex: 1 }}>
              <Say strong>{sayFault(f.fault, f.side)}</Say>
              <Say small number>
                {`${AREA_NAMES[FAULTS[f.fault].area]} · ${sayFinding(f, analysis.reps.length)}`}
              </Say>
            </View>
            <Button
              type="clear"
              title={`Rep ${f.worst.rep}`}
              accessibilityLabel={`Rep ${f.worst.rep}, where it was worst: ${sayFault(f.fault, f.side)}`}
              onPress={() => onShow(f)}
            />
          </View>
          <StringGauge {...gaugeOf(f, valueBefore(f))} />
          {f.fault === 'trunkShinMismatch' && built !== null && built >= f.thresholds.slight && (
            <Say small soft>
              {sayBuiltMismatch(built)}
            </Say>
          )}
          {f.sure < 0.9 && (
            <Say small soft>
              {saySeenShare(f.sure)}
            </Say>
          )}
        </View>
      ))}
      {named.length > 0 && (
        <Fold title="Why these sizes?">
          {sizes.map(({ f, shown }) => (
            <NumberInputs
              key={`${f.fault} ${f.side ?? ''}`}
              names={[`${sayFault(f.fault, f.side)}: ${FAULTS[f.fault].measuredAs}`]}
              numbers={[shown]}
            />
          ))}
          <Say small soft>
            The interval holds how far the reps differ and how far marks sit off the joints.
          </Say>
          <Equations of={sizes.map((s) => s.shown)} />
        </Fold>
      )}
      {close.length > 0 && (
        <View style={{ gap: 2 }}>
          <Say small strong>
            Too close to call: judge by eye
          </Say>
          {close.map((f) => (
            <Say key={`${f.fault} ${f.side ?? ''}`} small number>
              {sayClose(f)}
            </Say>
          ))}
        </View>
      )}
      {small.length > 0 && (
        <Fold title="Too small to name" note={`${small.length} measured`}>
          {small.map((f) => (
            <View
              key={`${f.fault} ${f.side ?? ''}`}
              style={{ flexDirection: 'row', justifyContent: 'space-between', gap: space.s }}
            >
              <View style={{ flex: 1 }}>
                <Say small>{sayFault(f.fault, f.side)}</Say>
              </View>
              <Say small number>
                {sayAmount(f.mean, f.unit)}
              </Say>
            </View>
          ))}
        </Fold>
      )}
      <Quality analysis={analysis} />
    </Part>
  );
}

/** How well the set was seen and how alike its reps are. */
function Quality({ analysis }: { analysis: Analysis }) {
  const { quality, consistency } = analysis;
  // What is too close to call stands by itself above.
  const notJudged = quality.notJudged.filter(
    (n) => !analysis.findings.some((f) => f.isClose && f.fault === n.fault && f.side === n.side),
  );
  return (
    <View style={{ gap: 2 }}>
      <Say small>{sayConsistency(consistency)}</Say>
      <Say small soft>
        {sayQuality(quality)}
      </Say>
      {notJudged.length > 0 && (
        <Say small soft>
          {sayNotJudged(notJudged)}
        </Say>
      )}
    </View>
  );
}
