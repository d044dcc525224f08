import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { safetyTables } from '@zither/words/safetyTable';

const FILE = join(__dirname, '../../../docs/safety.md');
const [START, END] = ['<!-- safety:tables -->', '<!-- /safety:tables -->'];

it('docs/safety.md has the tables that decide; KEEP=1 writes them anew', () => {
  const text = readFileSync(FILE, 'utf8');
  const before = text.slice(0, text.indexOf(START));
  const after = text.slice(text.indexOf(END) + END.length);
  const now = `${before}${START}\n\n${safetyTables()}\n\n${END}${after}`;
  if (process.env['KEEP'] === '1') writeFileSync(FILE, now);
  expect(readFileSync(FILE, 'utf8')).toBe(now);
});
