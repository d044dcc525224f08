import { execFileSync } from 'node:child_process';
import { join } from 'node:path';

/** Days around changes of the clocks, worked out in a process whose clock stands in another zone. */
const SCRIPT = `
const { dueOn, keepingOf } = await import('@zither/visit');
const plan = (givenOn) => ({ id: 'p', givenOn, recheckOn: null, week: { days: ['train','rest','train','rest','train','rest','rest'], time: '18:00' }, drills: [] });
const report = (on) => ({ planId: 'p', on, done: ['d'], hurts: [], felt: null });
console.log(JSON.stringify([
  // Three weeks over the change in March and in October.
  dueOn({ decisions: [] }, plan('2026-03-16')),
  dueOn({ decisions: [] }, plan('2026-10-12')),
  // Four whole weeks over it: twelve planned days.
  keepingOf({ homeReports: [report('2026-03-17')] }, plan('2026-03-16'), '2026-04-13').plannedDays,
]));
`;

describe('days of a recheck', () => {
  it.each([
    'UTC',
    'Europe/Berlin',
    'America/Los_Angeles',
    'Pacific/Auckland',
    'Pacific/Kiritimati',
  ])('are the same in %s, over changes of the clocks', (zone) => {
    const out = execFileSync(
      process.execPath,
      ['--import', 'tsx', '--input-type=module', '--eval', SCRIPT],
      {
        cwd: join(__dirname, '../../..'),
        env: { ...process.env, TZ: zone },
        encoding: 'utf8',
      },
    );
    expect(JSON.parse(out)).toEqual(['2026-04-06', '2026-11-02', 12]);
  });
});
