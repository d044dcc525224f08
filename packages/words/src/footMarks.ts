import type { TraceResult } from '@zither/core';
import { sayLength } from './units.ts';
import { sayPercent } from './numbers.ts';

/** Which mark on the paper cannot be where it is, and what to do. */
export function sayMisplaced({
  side,
  because,
}: Extract<TraceResult, { kind: 'misplaced' }>): string {
  const foot = side === null ? 'foot' : `${side} foot`;
  switch (because.kind) {
    case 'heelsTogether':
      return `The two heel marks are less than ${sayLength(30)} apart. Move them to the backs of the heels.`;
    case 'exchanged':
      return 'The feet point backward: the marks of left and right are exchanged.';
    case 'length':
      return `From heel to second toe the ${foot} measures ${sayLength(because.footMm)}. Check these two marks.`;
    case 'ballSides':
      return `The inner and outer ball marks of the ${foot} must lie on either side of the line from heel to second toe.`;
    case 'ballPlace':
      return `The ball of the ${foot} is marked ${sayPercent(because.share)} of the way to the toe. Check the heel and ball marks.`;
  }
}
