import { asksEveryPage } from './barriers.ts';
import { PHONE } from './support.ts';

describe('WCAG 2.2 AA, phone', () => asksEveryPage(PHONE));
