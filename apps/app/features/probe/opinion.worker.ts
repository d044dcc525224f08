import { movedStands, reasonsFor, thoughtOn } from '@zither/visit';
import type { Asked, Told } from './useOpinion.ts';

function answered(data: Asked): Told | null {
  const { id } = data;
  switch (data.kind) {
    case 'opinion':
      return { id, kind: 'opinion', ...thoughtOn(data.ask) };
    case 'reasons':
      return { id, kind: 'reasons', reasons: reasonsFor(data.question, data.node) };
    case 'moved': {
      const { dossier, day, missing, tables } = data;
      const moved = movedStands(dossier, day, missing, tables);
      return moved && { id, kind: 'moved', ...moved };
    }
  }
}

addEventListener('message', ({ data }: MessageEvent<Asked>) => {
  const told = answered(data);
  if (told) postMessage(told);
});
