import { spawnSync } from 'node:child_process';
import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join, relative, sep } from 'node:path';

const root = join(__dirname, '../../..');

const FORBIDDEN: [file: string, code: string][] = [
  ['packages/core/src/index.ts', "export * from '../../contract/src/index.ts';"],
  ['packages/contract/src/index.ts', "export * from '../../core/src/index.ts';"],
  ['packages/formats/src/index.ts', "export * from '../../core/src/index.ts';"],
  ['packages/visit/src/index.ts', "export * from '../../words/src/setup.ts';"],
  ['packages/words/src/setup.ts', "export * from '../../../apps/app/ui/theme.ts';"],
  ['demo/seed.ts', "export * from '../apps/app/ui/theme.ts';"],
  ['apps/app/features/data/call.ts', "export * from '../clients/ClientScreen.tsx';"],
  ['apps/app/features/setup/useSet.ts', "export * from '../clients/ClientScreen.tsx';"],
  ['apps/app/ui/theme.ts', "export * from '../../server/src/app.ts';"],
  ['apps/server/src/app.ts', "export * from '../../app/ui/theme.ts';"],
];
const IMPURE = "import 'node:fs'; export const a = Date.now() + Math.random(); void fetch('/');";
const ALLOWED = "export * from './caseFile.ts';\n";

/** Lints lines of code as if each stood in the named file; for each, the rules it breaks. One process for all. */
function rulesBroken(questions: [file: string, code: string][]): string[][] {
  const script = `
    import { ESLint } from 'eslint';
    let text = '';
    for await (const part of process.stdin) text += part;
    const eslint = new ESLint();
    const answers = [];
    for (const [filePath, code] of JSON.parse(text)) {
      const [result] = await eslint.lintText(code, { filePath });
      answers.push(result.messages.map((m) => m.ruleId));
    }
    process.stdout.write(JSON.stringify(answers));
  `;
  const run = spawnSync(process.execPath, ['--input-type=module', '-e', script], {
    cwd: root,
    input: JSON.stringify(questions),
    encoding: 'utf8',
  });
  return JSON.parse(run.stdout) as string[][];
}

describe('arrows point down only', () => {
  let broken: string[][] = [];
  beforeAll(() => {
    broken = rulesBroken([
      ...FORBIDDEN,
      ['packages/core/src/index.ts', IMPURE],
      ['packages/formats/src/index.ts', ALLOWED],
    ]);
  }, 120_000);

  it.each(FORBIDDEN.map(([file], place) => [file, place] as const))(
    'a forbidden import in %s fails the lint',
    (_file, place) => {
      expect(broken[place]).toContain('import/no-restricted-paths');
    },
  );

  it('the core may use neither clock, chance nor the world outside', () => {
    expect(broken[FORBIDDEN.length]).toEqual(
      expect.arrayContaining([
        'no-restricted-imports',
        'no-restricted-properties',
        'no-restricted-globals',
      ]),
    );
  });

  it('an allowed import passes', () => {
    expect(broken[FORBIDDEN.length + 1]).toEqual([]);
  });
});

const filesBelow = (path: string): string[] =>
  readdirSync(path, { withFileTypes: true }).flatMap((e) =>
    e.isDirectory()
      ? filesBelow(join(path, e.name))
      : /\.tsx?$/.test(e.name)
        ? [join(path, e.name)]
        : [],
  );

/** Which folder right below uses which, types included: "a b". */
function usesIn(folder: string): Set<string> {
  const uses = new Set<string>();
  for (const file of filesBelow(folder)) {
    const [own] = relative(folder, file).split(sep);
    for (const [, a, b] of readFileSync(file, 'utf8').matchAll(
      /from '(\.[^']+)'|import\('(\.[^']+)'\)/g,
    )) {
      const [to] = relative(folder, join(dirname(file), a ?? b ?? '')).split(sep);
      if (to && to !== '..' && to !== own) uses.add(`${own} ${to}`);
    }
  }
  return uses;
}

describe('the app’s features', () => {
  it('no two of them use each other', () => {
    const uses = usesIn(join(root, 'apps/app/features'));
    expect(uses.size).toBeGreaterThan(20);
    const mutual = [...uses].filter((pair) => uses.has(pair.split(' ').reverse().join(' ')));
    expect(mutual).toEqual([]);
  });
});

describe('the core’s folders', () => {
  it('stand in one order: none comes back to itself, not even for a type', () => {
    const uses = usesIn(join(root, 'packages/core/src'));
    expect(uses.size).toBeGreaterThan(20);
    // Takes away, again and again, what uses nothing that is left; a circle stays.
    let left = [...uses].map((pair) => pair.split(' ') as [string, string]);
    for (let before = -1; before !== left.length;) {
      before = left.length;
      const users = new Set(left.map(([own]) => own));
      left = left.filter(([, to]) => users.has(to));
    }
    expect(left).toEqual([]);
  });
});
