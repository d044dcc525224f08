import { useMemo } from 'react';
import type { Dossier } from '@zither/contract';
import type { Case, MethodProfile } from '@zither/core';
import { sayFooting } from '@zither/words/sides';
import { Fold } from '../../ui/Fold.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { heelSteps } from '@zither/visit';
import { sayStep } from '@zither/words/heel';

/** What stands under the feet does to them, and how the heel comes down: by the measured ankle, never by a date. */
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
  const down = useMemo(() => heelSteps(dossier, question, method), [dossier, question, method]);
  if (says.length === 0 && (!down || down.steps.length === 0)) return null;
  return (
    <Part>
      {says.length > 0 && <Notice tone="before">{says.join(' ')}</Notice>}
      {down && down.steps.length > 0 && (
        <Fold
          title="How the heel comes down"
          note={`Stiffer ankle ${down.trend.deg.toFixed(0)}° now · ${method.weanedBufferDeg}° in reserve`}
        >
          {down.steps.map((step) => (
            <Say key={step.riseMm} small number strong={step.isReached}>
              {sayStep(step, down.trend)}
            </Say>
          ))}
        </Fold>
      )}
    </Part>
  );
}
