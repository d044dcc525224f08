import { useDeferredValue, useEffect, useMemo } from 'react';
import type { Dossier, Stage } from '@zither/contract';
import { useChanges, useDossier, useTableChanges, today } from '../data/index.ts';
import { StageRail, StageStrip } from './StageBeads.tsx';
import { isVisitOn, rulesOn, stageViews } from '@zither/visit';

interface Props {
  clientId: string;
  here: Stage | null;
  isRail: boolean;
}

/** The beads of one client's visit; remembers where the coach is while a visit is on. */
export function VisitStages({ clientId, here, isRail }: Props) {
  const view = useDossier(clientId);
  return view.state === 'ready' ? (
    <Visit dossier={view.dossier} here={here} isRail={isRail} />
  ) : null;
}

function Visit({ dossier, here, isRail }: Omit<Props, 'clientId'> & { dossier: Dossier }) {
  const day = today();
  const { changes: tables } = useTableChanges();
  // The beads take a while to work out, and nobody waits for them: what was entered is drawn first.
  const settled = useDeferredValue(dossier);
  const views = useMemo(() => stageViews(settled, day, rulesOn(tables)), [settled, day, tables]);
  const { visitStage } = useChanges();
  const clientId = dossier.client.id;
  const isOn = isVisitOn(dossier, day);
  const isAt = dossier.sessions.find((s) => s.day === day)?.at;
  useEffect(() => {
    if (isOn && here !== null && here !== isAt) visitStage(clientId, day, here);
    // Only arriving at a stage is news; a second phone that is elsewhere in the visit is not pulled along.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [isOn, here, clientId, day]);
  const Beads = isRail ? StageRail : StageStrip;
  return <Beads clientId={clientId} views={views} here={here} />;
}
