import { spawnSync } from 'node:child_process';
import { join } from 'node:path';

const root = join(__dirname, '../../..');

/** Lints a line of code as if it stood in the named file; the names of the rules it breaks. */
function rulesBroken(file: string, code: string): string[] {
  const run = spawnSync(
    process.execPath,
    [
      join(root, 'node_modules/eslint/bin/eslint.js'),
      '--stdin',
      '--stdin-filename',
      file,
      '--format',
      'json',
    ],
    { cwd: root, input: code, encoding: 'utf8' },
  );
  const [result] = JSON.parse(run.stdout) as { messages: { ruleId: string | null }[] }[];
  return (result?.messages ?? []).map((m) => m.ruleId ?? '');
}

describe('arrows point down only', () => {
  it.each([
    ['packages/core/src/index.ts', "export * from '../../contract/src/index.ts';"],
    ['packages/contract/src/index.ts', "export * from '../../core/src/index.ts';"],
    ['packages/formats/src/index.ts', "export * from '../../core/src/index.ts';"],
    ['apps/app/ui/theme.ts', "export * from '../../server/src/app.ts';"],
    ['apps/server/src/app.ts', "export * from '../../app/ui/theme.ts';"],
  ])('a forbidden import in %s fails the lint', (file, code) => {
    expect(rulesBroken(join(root, file), code)).toContain('import/no-restricted-paths');
  });

  it('the core may use neither clock, chance nor the world outside', () => {
    const broken = rulesBroken(
      join(root, 'packages/core/src/index.ts'),
      "import 'node:fs'; export const a = Date.now() + Math.random(); void fetch('/');",
    );
    expect(broken).toEqual(
      expect.arrayContaining([
        'no-restricted-imports',
        'no-restricted-properties',
        'no-restricted-globals',
      ]),
    );
  });

  it('an allowed import passes', () => {
    expect(
      rulesBroken(join(root, 'packages/formats/src/index.ts'), "export * from './caseFile.ts';\n"),
    ).toEqual([]);
  });
});
