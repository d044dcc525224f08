import { askSchool, answerLoop, answerMap } from '@zither/visit';
import type { SetAsked, SetTold } from './useSet.ts';

addEventListener('message', ({ data }: MessageEvent<SetAsked>) => {
  const tell = (told: SetTold) => postMessage(told);
  const { id } = data;
  switch (data.kind) {
    case 'loop':
      return tell({ id, kind: 'loop', answer: answerLoop(data.ask) });
    case 'map':
      return tell({ id, kind: 'map', answer: answerMap(data.ask) });
    case 'school':
      return tell({
        id,
        kind: 'school',
        isWhole: true,
        answer: askSchool(data.ask.question, data.ask.profile, {
          onProgress: (share) => tell({ id, kind: 'progress', share }),
          onFirst: (answer) => tell({ id, kind: 'school', isWhole: false, answer }),
        }),
      });
  }
});
