// npm run bench:faults: how surely each fault is named; `-- --keep` also writes the table to docs/diagnosis.md.
import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { installPackages, root } from './install.mjs';

installPackages();
const keeps = process.argv.includes('--keep');
const count = process.argv.slice(2).find((a) => /^\d+$/.test(a)) ?? '60';
const { stdout, status } = spawnSync(
  process.execPath,
  ['--import', import.meta.resolve('tsx'), join(root, 'bench/faults.ts'), count],
  { cwd: root, encoding: 'utf8', stdio: ['ignore', 'pipe', 'inherit'] },
);
process.stdout.write(stdout);
process.exitCode = status ?? 1;
if (status === 0 && keeps) {
  const page = join(root, 'docs/diagnosis.md');
  const [before, , after] = readFileSync(page, 'utf8').split('<!-- bench:faults -->');
  writeFileSync(
    page,
    `${before}<!-- bench:faults -->\n\n${stdout}\n<!-- bench:faults -->${after ?? '\n'}`,
  );
}
