import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { join } from 'node:path';
import fc from 'fast-check';
import { drillPicture, DRILLS } from '@zither/core';
import { readHomeCode, writeHomeCode, type HomeSaid } from '../src/homeCode.ts';
import { clientPage, nothingPage, type ClientPage } from '../src/page/clientPage.ts';

const PLAN = { id: '7f3c1a2b-0000-4000-8000-000000000000', drills: Array.from({ length: 6 }) };
const places = fc
  .uniqueArray(fc.integer({ min: 1, max: 6 }), { maxLength: 6 })
  .map((l) => l.sort());
const said: fc.Arbitrary<HomeSaid> = fc.record({
  planId: fc.constant(PLAN.id),
  on: fc
    .integer({ min: 0, max: 3000 })
    .map((k) => new Date(Date.UTC(2026, 0, 1 + k)).toISOString().slice(0, 10)),
  done: places,
  hurts: places,
  felt: fc.constantFrom(null, 'easy', 'right', 'hard'),
});

describe('the code of what was done at home', () => {
  it('says the same when it is read again, in small letters and with other dashes too', () => {
    fc.assert(
      fc.property(said, (told) => {
        const code = writeHomeCode(told);
        expect(code.length).toBeLessThan(40);
        for (const typed of [code, code.toLowerCase(), ` ${code.replaceAll('-', ' – ')} `])
          expect(readHomeCode(typed, [PLAN])).toEqual({ ok: true, said: told });
      }),
      { numRuns: 300, seed: 41 },
    );
  });

  it('notices every single sign that is wrong, and nearly every pair that is exchanged', () => {
    let caught = 0;
    let tried = 0;
    fc.assert(
      fc.property(said, fc.nat(40), fc.constantFrom(...'0123456789ABCDEF'), (told, k, sign) => {
        const code = writeHomeCode(told);
        const at = k % code.length;
        if (code[at] === sign || code[at] === '-') return;
        const wrong = code.slice(0, at) + sign + code.slice(at + 1);
        tried += 1;
        if (!readHomeCode(wrong, [PLAN]).ok) caught += 1;
      }),
      { numRuns: 600, seed: 42 },
    );
    expect(tried).toBeGreaterThan(200);
    expect(caught / tried).toBeGreaterThan(0.97);
  });

  it('says what is wrong: no code, another plan, a drill that is not there', () => {
    const told = { planId: PLAN.id, on: '2026-11-27', done: [1, 5], hurts: [], felt: null };
    const problem = (text: string, plans: { id: string; drills: unknown[] }[]) => {
      const read = readHomeCode(text, plans);
      return read.ok ? '' : read.problem;
    };
    expect(problem('hello', [PLAN])).toMatch(/is no code/);
    expect(problem(writeHomeCode(told), [])).toMatch(/another plan/);
    expect(problem(writeHomeCode(told), [{ ...PLAN, drills: [1, 2] }])).toMatch(/does not have/);
  });
});

const page = (change: Partial<ClientPage> = {}): ClientPage => ({
  title: 'Squat plan, 27 Nov 2026',
  planId: PLAN.id,
  sendTo: null,
  parts: [
    { title: 'How to stand', lines: ['Heels < 42 cm & "flat".'], drills: [] },
    {
      title: 'Do, in this order',
      lines: [],
      drills: DRILLS.slice(0, 8).map((d) => ({
        title: d.name,
        lines: [d.how, d.precaution],
        picture: drillPicture(d.id),
        photo: null,
        isStopped: false,
        steps: [{ side: 'left' as const, seconds: 60, reps: null }],
      })),
    },
  ],
  ...change,
});

describe('the client’s page', () => {
  it('is one file: nothing is loaded, its script is the one its policy allows, words are only words', () => {
    const html = clientPage(page());
    const script = /<script>([\s\S]*)<\/script>/.exec(html)![1]!;
    const hash = createHash('sha256').update(script).digest('base64');
    expect(html).toContain(`script-src &#39;sha256-${hash}&#39;`.replaceAll('&#39;', "'"));
    expect(html).not.toMatch(/(src|href)="/);
    expect(html).toContain('Heels &lt; 42 cm &amp; &quot;flat&quot;.');
    expect(html.match(/<article/g)).toHaveLength(8);
    expect(html.match(/<svg /g)!.length).toBeGreaterThanOrEqual(8);
    expect(Buffer.byteLength(html)).toBeLessThan(150 * 1024);
    expect(html).not.toContain('connect-src');
    expect(clientPage(page({ sendTo: '/p/x/report' }))).toContain("connect-src 'self'");
  });

  it('cannot be broken out of by what a plan says', () => {
    const evil = '</script><script>alert(1)</script>';
    const html = clientPage(
      page({ title: evil, parts: [{ title: evil, lines: [evil], drills: [] }] }),
    );
    expect(html).not.toContain('<script>alert');
    expect(nothingPage()).not.toContain('<article');
  });

  it('has the script that apps/page makes', () => {
    const { status, stderr } = spawnSync(
      process.execPath,
      [join(__dirname, '../../../scripts/buildPage.mjs'), '--check'],
      { encoding: 'utf8' },
    );
    expect({ status, stderr }).toEqual({ status: 0, stderr: '' });
  });
});
