/** Width of a letter of the 13 px labels, generously: Source Sans is narrower than most. */
const LETTER_PX = 7;
const GAP_PX = 12;
const PAD_PX = 4;

/**
 * Where the names of a window's two ends go: each over its own end as far as there is room, never over the other, never off the edge.
 *
 * @returns px: where the left name ends and where the right one starts
 */
export function placeLabels({
  from,
  to,
  leftText,
  rightText,
  width,
}: {
  from: number;
  to: number;
  leftText: string;
  rightText: string;
  width: number;
}): { leftEnd: number; rightStart: number } {
  const left = leftText.length * LETTER_PX;
  const right = rightText.length * LETTER_PX;
  const within = (value: number, least: number, most: number) =>
    Math.max(least, Math.min(most, value));
  const between = within(
    (from + to) / 2,
    PAD_PX + left + GAP_PX / 2,
    width - PAD_PX - right - GAP_PX / 2,
  );
  return {
    leftEnd: within(from + left / 2, PAD_PX + left, between - GAP_PX / 2),
    rightStart: within(to - right / 2, between + GAP_PX / 2, width - PAD_PX - right),
  };
}
