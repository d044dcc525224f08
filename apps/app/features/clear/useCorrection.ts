import type { Dossier, SeenEntry } from '@zither/contract';
import type { QuestionId } from '@zither/core';
import { versionsNow } from '@zither/visit';
import { today, useChanges } from '../data/index.ts';

/** Corrects what was told by mistake, in every version of it that is seen here; what is said of it elsewhere meanwhile counts again. */
export function useCorrection(dossier: Dossier) {
  const { putCorrection } = useChanges();
  return (of: SeenEntry['of'], ofId: string, question: QuestionId | null, why: string) => {
    for (const saw of versionsNow(dossier, of, ofId, question))
      putCorrection(dossier.client.id, { on: today(), of, ofId, question, why: why.trim(), saw });
  };
}
