import type { DecisionValues, Dossier } from '@zither/contract';
import { trainingChosen } from '@zither/visit';
import { newId, splitRow, today, useChanges } from '../data/index.ts';

type Train = Extract<DecisionValues, { kind: 'train' }>;
type Choice = Pick<Train, 'rung' | 'dose' | 'heelRole'>;

/** The coach's own choice of what is trained, and how to change a part of it; with nothing chosen it is withdrawn. */
export function useTraining(dossier: Dossier) {
  const { moment, putDecision } = useChanges();
  const chosen = trainingChosen(dossier);
  const choose = (change: Partial<Choice>) => {
    const next: Choice = {
      rung: chosen?.rung ?? null,
      dose: chosen?.dose ?? null,
      heelRole: chosen?.heelRole ?? null,
      ...change,
    };
    if (Object.values(next).every((part) => part === null)) {
      if (!chosen) return;
      const { ref, clientId, values } = splitRow(chosen);
      putDecision(clientId, ref, { ...values, takenBack: true });
      return;
    }
    putDecision(
      dossier.client.id,
      { id: newId(), version: 0 },
      { kind: 'train', on: today(), at: moment(), takenBack: false, ...next },
    );
  };
  return { chosen, choose };
}
