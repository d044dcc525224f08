import { answerMap, answerOf, askMethod, withTellings } from '@zither/visit';
import type { SetAsked, SetTold } from './useSet.ts';

addEventListener('message', ({ data }: MessageEvent<SetAsked>) => {
  const tell = (told: SetTold) => postMessage(told);
  const { id } = data;
  const onProgress = (share: number) => tell({ id, kind: 'progress', share });
  switch (data.kind) {
    case 'map':
      return tell({ id, kind: 'map', answer: answerMap(data.ask) });
    case 'answer': {
      // The setup is shown at once; what would tell more takes about as long again.
      const answer = answerOf({ ...data.ask, withTellings: false }, { onProgress });
      tell({ id, kind: 'answer', answer });
      if (data.ask.withTellings) tell({ id, kind: 'answer', answer: withTellings(answer) });
      return;
    }
    case 'method':
      return tell({
        id,
        kind: 'method',
        isWhole: true,
        answer: askMethod(data.ask, {
          onProgress,
          onFirst: (answer) => tell({ id, kind: 'method', isWhole: false, answer }),
        }),
      });
  }
});
