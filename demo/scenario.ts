import { CLIENTS_FOUR } from './clientsFour.ts';
import { CLIENTS_ONE } from './clientsOne.ts';
import { CLIENTS_THREE } from './clientsThree.ts';
import { CLIENTS_TWO } from './clientsTwo.ts';
import type { DemoClient } from './shapes.ts';

export * from './shapes.ts';

/** Cairnfold Hut Service: an invented conditioning room for hut wardens and trail crews. Nobody here exists. */
export const SCENARIO: readonly DemoClient[] = [
  ...CLIENTS_ONE,
  ...CLIENTS_TWO,
  ...CLIENTS_THREE,
  ...CLIENTS_FOUR,
];
