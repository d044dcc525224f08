import { answerLoop, answerMap, answerOf, askMethod } from '@zither/visit';
import type { SetAsked, SetTold } from './useSet.ts';

addEventListener('message', ({ data }: MessageEvent<SetAsked>) => {
  const tell = (told: SetTold) => postMessage(told);
  const { id } = data;
  const onProgress = (share: number) => tell({ id, kind: 'progress', share });
  switch (data.kind) {
    case 'loop':
      return tell({ id, kind: 'loop', answer: answerLoop(data.ask) });
    case 'map':
      return tell({ id, kind: 'map', answer: answerMap(data.ask) });
    case 'answer':
      return tell({ id, kind: 'answer', answer: answerOf(data.ask, { onProgress }) });
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
