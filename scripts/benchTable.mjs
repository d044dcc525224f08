// npm run bench:faults, bench:diagnose, bench:setup, bench:looks: tables over seeded clients; `-- --keep` also writes one to its page in docs.
import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { installPackages, root } from './install.mjs';

installPackages();
const [name, ...args] = process.argv.slice(2);
const count = args.find((a) => /^\d+$/.test(a));
const { stdout, status } = spawnSync(
  process.execPath,
  [
    '--import',
    import.meta.resolve('tsx'),
    join(root, `bench/${name}.ts`),
    ...(count ? [count] : []),
  ],
  { cwd: root, encoding: 'utf8', stdio: ['ignore', 'pipe', 'inherit'] },
);
process.stdout.write(stdout);
process.exitCode = status ?? 1;
if (status === 0 && args.includes('--keep')) {
  const page = join(
    root,
    name === 'setup' || name === 'looks' ? 'docs/setup.md' : 'docs/diagnosis.md',
  );
  const mark = `<!-- bench:${name} -->`;
  const [before, , after] = readFileSync(page, 'utf8').split(mark);
  writeFileSync(page, `${before}${mark}\n\n${stdout}\n${mark}${after ?? '\n'}`);
}
