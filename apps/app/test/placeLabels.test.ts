import { placeLabels } from '../features/instrument/placeLabels.ts';

describe('the names of a window’s ends', () => {
  it('never lie over one another nor leave the bar, wherever the window is', () => {
    const [leftText, rightText, width] = ['hip fold needs 32°', 'ankle allows 36°', 358];
    for (let from = 14; from <= 344; from += 5)
      for (let to = from; to <= 344; to += 5) {
        const { leftEnd, rightStart } = placeLabels({ from, to, leftText, rightText, width });
        expect(rightStart - leftEnd).toBeGreaterThanOrEqual(12);
        expect(leftEnd - leftText.length * 7).toBeGreaterThanOrEqual(4);
        expect(rightStart + rightText.length * 7).toBeLessThanOrEqual(width - 4);
      }
  });
});
