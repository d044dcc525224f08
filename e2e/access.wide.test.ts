import { asksEveryPage } from './barriers.ts';
import { WIDE } from './support.ts';

describe('WCAG 2.2 AA, wide', () => asksEveryPage(WIDE));
