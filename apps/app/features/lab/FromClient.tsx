import { useEffect, useMemo, useRef } from 'react';
import type { Dossier } from '@zither/contract';
import { placedOf } from '@zither/core';
import type { Case, MethodProfile } from '@zither/core';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { Waiting } from '../../ui/Waiting.tsx';
import { limitsOf, safetyOf, methodById, lockedCase, versionInForce } from '@zither/visit';
import { useDossier, sayDay, today } from '../data/index.ts';
import { sayFound } from '@zither/words/setup';
import { sayNothingLocked } from '@zither/words/locking';

/** A client's locked setup on the bench: opened once, then played with as anything else; the client's stays as it is. */
export function FromClient({
  clientId,
  onOpen,
}: {
  clientId: string;
  onOpen: (question: Case, school: MethodProfile) => void;
}) {
  const view = useDossier(clientId);
  if (view.state === 'loading')
    return (
      <Part>
        <Waiting what="the locked setup" />
      </Part>
    );
  if (view.state !== 'ready')
    return (
      <Part>
        <Notice tone="now">
          {view.state === 'missing'
            ? 'There is no such client. The Lab is as you left it.'
            : 'The client could not be loaded. The Lab is as you left it.'}
        </Notice>
      </Part>
    );
  return <Opened dossier={view.dossier} onOpen={onOpen} />;
}

function Opened({
  dossier,
  onOpen,
}: {
  dossier: Dossier;
  onOpen: (question: Case, school: MethodProfile) => void;
}) {
  const inForce = useMemo(() => versionInForce(dossier), [dossier]);
  const question = useMemo(
    () =>
      inForce ? lockedCase(dossier, inForce.lock, limitsOf(safetyOf(dossier, today()))) : null,
    [dossier, inForce],
  );
  const isOpened = useRef(false);
  useEffect(() => {
    if (!question || !inForce || isOpened.current) return;
    isOpened.current = true;
    onOpen(question, methodById(dossier.schools, inForce.lock.profile));
  }, [question, inForce, dossier.schools, onOpen]);
  if (!inForce)
    return (
      <Part>
        <Notice>{sayNothingLocked(dossier.client.name)}</Notice>
      </Part>
    );
  const { lock, number } = inForce;
  return (
    <Part>
      <Notice tone="good">
        <Say strong>{`${dossier.client.name}’s locked setup, version ${number}`}</Say>
        <Say number>{sayFound(placedOf(lock))}</Say>
        <Say small soft>
          {`${lock.by === '' ? 'Somebody' : lock.by}, ${sayDay(lock.on)}: ${lock.why} ${question ? 'Changes here do not change the client’s setup.' : 'Both ankles must be measured before it can be drawn.'}`}
        </Say>
      </Notice>
    </Part>
  );
}
