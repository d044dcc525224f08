// A thread does not inherit what reads TypeScript on every Node this runs on, so it is asked for here.
import { register } from 'tsx/esm/api';

register();
await import('./besideThread.ts');
