import { useMemo } from 'react';
import type { Dossier } from '@zither/contract';
import { supportKey, HEEL_ROLES, type Case, type MethodProfile } from '@zither/core';
import { heelCourse, isFlatLikely, type SetupBasis } from '@zither/visit';
import { HEEL_ROLE_LABELS, sayHeelRole, sayStep } from '@zither/words/heel';
import { sayFooting } from '@zither/words/sides';
import { Choice } from '../../ui/Choice.tsx';
import { Fold } from '../../ui/Fold.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { useTraining } from '../instrument/index.ts';
import { sayWeanedAt } from '@zither/words/setup';

/** What stands under the feet does to them, and what becomes of it: it comes down by the measured ankle, never by a date, or is a tool. */
export function HeelPart({
  dossier,
  basis,
  question,
  method,
}: {
  dossier: Dossier;
  /** The search's question, to ask whether the same would do flat. */
  basis: SetupBasis | null;
  question: Case;
  method: MethodProfile;
}) {
  const { chosen, choose } = useTraining(dossier);
  const says = useMemo(() => sayFooting(question), [question]);
  const course = useMemo(
    () => heelCourse(dossier, question, method, isFlatLikely(basis, question, method)),
    [dossier, basis, question, method],
  );
  const isWeaned = course?.kind === 'weaned' && course.steps.length > 0;
  if (says.length === 0 && course?.kind !== 'tool' && !isWeaned) return null;
  return (
    <Part>
      {says.length > 0 && <Notice tone="before">{says.join(' ')}</Notice>}
      {course?.kind === 'tool' && (
        <>
          <Say>{sayHeelRole(course)}</Say>
          <Fold
            title="Purpose of the lift"
            explains="heelLift"
            note={chosen?.heelRole ? 'Chosen by the coach' : 'Follows from the purpose'}
          >
            <Choice
              label="The lift is for"
              options={[
                { value: 'follow' as const, label: 'As the purpose says' },
                ...HEEL_ROLES.map((role) => ({ value: role, label: HEEL_ROLE_LABELS[role] })),
              ]}
              value={chosen?.heelRole ?? 'follow'}
              onChange={(role) => choose({ heelRole: role === 'follow' ? null : role })}
            />
          </Fold>
        </>
      )}
      {course?.kind === 'weaned' && isWeaned && (
        <Fold
          title="How the heel comes down"
          note={sayWeanedAt(course.trend.deg, method.weanedBufferDeg)}
        >
          {course.steps.map((step) => (
            <Say key={supportKey(step.support)} small number strong={step.isReached}>
              {sayStep(step, course.trend)}
            </Say>
          ))}
        </Fold>
      )}
    </Part>
  );
}
