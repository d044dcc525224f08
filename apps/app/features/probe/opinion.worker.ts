import { movedStands, reasonsFor, thoughtOn } from '@zither/visit';
import type { Asked, Told } from './useOpinion.ts';

const tell = (told: Told) => postMessage(told);

addEventListener('message', ({ data }: MessageEvent<Asked>) => {
  const { id } = data;
  switch (data.kind) {
    case 'opinion': {
      // Causes are shown at once; what would tell more takes a search of setups.
      const thought = thoughtOn(data.ask, (opinion) => tell({ id, kind: 'opinion', opinion }));
      return tell({ id, kind: 'thought', thought });
    }
    case 'reasons':
      return tell({ id, kind: 'reasons', reasons: reasonsFor(data.question, data.node) });
    case 'moved': {
      const { dossier, day, missing, tables } = data;
      const moved = movedStands(dossier, day, missing, tables);
      return moved && tell({ id, kind: 'moved', ...moved });
    }
  }
});
