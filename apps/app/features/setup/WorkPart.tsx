import { useMemo } from 'react';
import { lowerSide, type Case, type MethodProfile } from '@zither/core';
import { methodFollowed, workShare } from '@zither/visit';
import { sayFollowed, sayTravelCost, sayWork } from '@zither/words/method';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import type { SetPage } from './useSetPage.ts';

/** The method behind the setup: why it is followed, how it shares the work, and what its limit on the knees costs. */
export function WorkPart({
  page: { dossier, method: own },
  question,
  method,
}: {
  page: SetPage;
  question: Case;
  /** The one that the shown setup comes from. */
  method: MethodProfile;
}) {
  const followed = useMemo(() => methodFollowed(dossier), [dossier]);
  const work = useMemo(
    () => workShare(question, lowerSide(question.limits.dorsiflexionDeg)),
    [question],
  );
  const cost = sayTravelCost(work, method);
  const share = sayWork(work);
  return (
    <Part title="Method and work" explains="method">
      {method.id === own.id ? (
        followed.gaveWay ? (
          <Notice tone="before">{sayFollowed(followed)}</Notice>
        ) : (
          <Say small>{sayFollowed(followed)}</Say>
        )
      ) : (
        <Say small>{`By the limits of “${method.name}”.`}</Say>
      )}
      {share && (
        <Say small number>
          {share}
        </Say>
      )}
      {cost && (
        <Say small number>
          {cost}
        </Say>
      )}
    </Part>
  );
}
