import { sayDay } from '../data/index.ts';
import { View } from 'react-native';
import type { Decision } from '@zither/contract';
import { CAUSES, NODES } from '@zither/core';
import { Button } from '../../ui/elements.ts';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { space } from '../../ui/theme.ts';
import { nodeOf } from './CauseRow.tsx';
import type { Opinion } from '@zither/visit';
import { sayBelieved, sayVerdict } from '@zither/words/probe';

type WorkOn = Extract<Decision, { kind: 'workOn' }>;

const isReferred = (node: number) => ['refer', 'stop'].includes(CAUSES[NODES[node]!.cause].kind);

/** Where the tests stand: still open, settled, to be referred, or stopped; and what was concluded. */
export function VerdictPart({
  opinion,
  hasTest,
  isEmpty,
  decision,
  onConclude,
  onTakeBack,
  onReferral,
}: {
  opinion: Opinion;
  /** A test is left that might change the plan. */
  hasTest: boolean;
  isEmpty: boolean;
  decision: WorkOn | null;
  onConclude: () => void;
  onTakeBack: (decision: WorkOn) => void;
  onReferral: () => void;
}) {
  const { plan, beliefs, diagnosis } = opinion;
  const [leading] = diagnosis.causes;
  const referred = plan.filter(isReferred);
  const believed = (nodes: readonly number[]) =>
    nodes.map((node) => ({ node, probability: beliefs[node] ?? 0 }));
  const standing = sayVerdict({
    hasTest,
    plan: believed(plan),
    leading: leading ? { node: nodeOf(leading), probability: leading.probability } : null,
  });
  const concluded = decision && (
    <Notice
      tone="before"
      actions={[
        { label: 'Withdraw', onPress: () => onTakeBack(decision) },
        ...(decision.causes.some((c) => isReferred(nodeOf(c)))
          ? [{ label: 'Referral note', onPress: onReferral }]
          : []),
      ]}
    >
      {`Concluded ${sayDay(decision.on)}: ${sayBelieved(decision.causes.map((c) => ({ node: nodeOf(c), probability: c.probability })))}.`}
    </Notice>
  );
  /** Whether today's conclusion would repeat the one already kept. */
  const isSame =
    decision !== null &&
    decision.causes.length === plan.length &&
    decision.causes.every((c) => plan.includes(nodeOf(c)));
  if (diagnosis.stop) return concluded ? <Part>{concluded}</Part> : null;
  if (isEmpty)
    return (
      <Part>
        <Notice tone="good">
          The parts you watched showed no fault, so there is nothing to test. Go on with the setup.
        </Notice>
        {concluded}
      </Part>
    );
  if (referred.length > 0)
    return (
      <Part>
        <Notice
          tone="now"
          actions={
            isSame ? [] : [{ label: 'Conclude and write the referral note', onPress: onConclude }]
          }
        >
          <View style={{ gap: space.xs }}>
            <Say strong>{`For a clinician: ${sayBelieved(believed(referred))}.`}</Say>
            {referred.map((n) => (
              <Say key={n}>{CAUSES[NODES[n]!.cause].means}</Say>
            ))}
            <Say small>No drill is given for it here.</Say>
          </View>
        </Notice>
        {concluded}
      </Part>
    );
  if (!hasTest)
    return (
      <Part>
        <Notice
          tone="good"
          actions={
            isSame || plan.length === 0
              ? []
              : [{ label: 'Conclude: work on it', onPress: onConclude }]
          }
        >
          {standing}
        </Notice>
        {concluded}
      </Part>
    );
  return (
    <Part>
      {concluded}
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: space.s }}>
        <View style={{ flex: 1 }}>
          <Say small>{standing}</Say>
        </View>
        {plan.length > 0 && !isSame && (
          <Button type="outline" title="Conclude now" onPress={onConclude} />
        )}
      </View>
    </Part>
  );
}
