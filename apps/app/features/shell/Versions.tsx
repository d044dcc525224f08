import { Say } from '../../ui/Say.tsx';
import type { Collision } from '../data/index.ts';
import { differences } from './differences.ts';

/** The two versions of a row that collided, side by side in words. */
export function Versions({ conflict }: { conflict: Collision }) {
  return differences(conflict.mine, conflict.current).map(({ what, mine, other }) => (
    <Say key={what} small>{`${what}: mine ${mine} · the other ${other}`}</Say>
  ));
}
