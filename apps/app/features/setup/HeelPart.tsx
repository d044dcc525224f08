import { useMemo } from 'react';
import type { Dossier } from '@zither/contract';
import type { Case, MethodProfile } from '@zither/core';
import { heelCourse } from '@zither/visit';
import { HEEL_FREE, HEEL_ROLE_NAMES, sayStep } from '@zither/words/heel';
import { sayFooting } from '@zither/words/sides';
import { Fold } from '../../ui/Fold.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';

/** What stands under the feet does to them, and what becomes of it: it comes down by the measured ankle, never by a date, or is a tool. */
export function HeelPart({
  dossier,
  question,
  method,
}: {
  dossier: Dossier;
  question: Case;
  method: MethodProfile;
}) {
  const says = useMemo(() => sayFooting(question), [question]);
  const course = useMemo(() => heelCourse(dossier, question, method), [dossier, question, method]);
  const isWeaned = course?.kind === 'weaned' && course.steps.length > 0;
  if (says.length === 0 && course?.kind !== 'tool' && !isWeaned) return null;
  return (
    <Part>
      {says.length > 0 && <Notice tone="before">{says.join(' ')}</Notice>}
      {course?.kind === 'tool' && (
        <Say>{course.isFree ? HEEL_FREE : HEEL_ROLE_NAMES[course.role]}</Say>
      )}
      {course?.kind === 'weaned' && isWeaned && (
        <Fold
          title="How the heel comes down"
          note={`Stiffer ankle ${course.trend.deg.toFixed(0)}° now · ${method.weanedBufferDeg}° in reserve`}
        >
          {course.steps.map((step) => (
            <Say key={JSON.stringify(step.support)} small number strong={step.isReached}>
              {sayStep(step, course.trend)}
            </Say>
          ))}
        </Fold>
      )}
    </Part>
  );
}
