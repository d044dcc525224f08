// npm run --silent solve -- case.json, npm run --silent analyse -- capture.csv --view side: the core from a shell.
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { installPackages, root } from './install.mjs';

installPackages();
const result = spawnSync(
  process.execPath,
  [
    '--import',
    import.meta.resolve('tsx'),
    join(root, 'apps/cli/src/main.ts'),
    ...process.argv.slice(2),
  ],
  // npm moves to the project root; the file was named from where the command was typed.
  { stdio: 'inherit', cwd: process.env.INIT_CWD ?? process.cwd() },
);
process.exitCode = result.status ?? 2;
