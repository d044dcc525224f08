import { movedQuestions, opine, reasonsFor } from '@zither/visit';
import type { Asked, Told } from './useOpinion.ts';

function answered(data: Asked): Told | null {
  const { id } = data;
  switch (data.kind) {
    case 'opinion':
      return { id, kind: 'opinion', opinion: opine(data.question) };
    case 'reasons':
      return { id, kind: 'reasons', reasons: reasonsFor(data.question, data.node) };
    case 'moved': {
      const { dossier, day, missing, tables } = data;
      const questions = movedQuestions(dossier, day, missing, tables);
      if (!questions) return null;
      const groupsOf = (q: typeof questions.before) => opine(q).diagnosis.groups;
      return {
        id,
        kind: 'moved',
        before: groupsOf(questions.before),
        after: groupsOf(questions.after),
      };
    }
  }
}

addEventListener('message', ({ data }: MessageEvent<Asked>) => {
  const told = answered(data);
  if (told) postMessage(told);
});
