import { answerMap, answerOf, askMethod, leftOut, withTellings } from '@zither/visit';
import type { SetAsked, SetTold } from './useSet.ts';

/** The question asked last; whoever asks again no longer wants the one before. */
let newest = 0;

/** Runs once every message that waits was seen, and not at all when a newer question is among them. */
const ifStillWanted = (id: number, does: () => void) =>
  setTimeout(() => {
    if (id === newest) does();
  }, 0);

addEventListener('message', ({ data }: MessageEvent<SetAsked>) => {
  newest = data.id;
  ifStillWanted(data.id, () => work(data));
});

function work(data: SetAsked): void {
  const tell = (told: SetTold) => postMessage(told);
  const { id } = data;
  switch (data.kind) {
    case 'map':
      return tell({ id, kind: 'map', isWhole: true, answer: answerMap(data.ask) });
    case 'leftOut':
      return tell({ id, kind: 'leftOut', isWhole: true, answer: leftOut(data.ask) });
    case 'answer': {
      const isWhole = !data.ask.withTellings;
      const answer = answerOf({ ...data.ask, withTellings: false });
      tell({ id, kind: 'answer', isWhole, answer });
      // The setup is shown at once; what would tell more takes about as long again.
      if (!isWhole)
        ifStillWanted(id, () =>
          tell({ id, kind: 'answer', isWhole: true, answer: withTellings(answer, data.ask) }),
        );
      return;
    }
    case 'method': {
      let told = 0;
      return tell({
        id,
        kind: 'method',
        isWhole: true,
        answer: askMethod(data.ask, {
          // A tenth at a time: every message is a rendering.
          onProgress: (share) => {
            if (share - told < 0.1) return;
            told = share;
            tell({ id, kind: 'progress', share });
          },
          onFirst: (answer) => tell({ id, kind: 'method', isWhole: false, answer }),
        }),
      });
    }
  }
}
