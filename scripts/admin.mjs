// npm run backup, restore, export, import -- file: the whole database, from a shell.
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { installPackages, root } from './install.mjs';

installPackages();
const result = spawnSync(
  process.execPath,
  [
    '--import',
    import.meta.resolve('tsx'),
    join(root, 'apps/server/src/admin.ts'),
    ...process.argv.slice(2),
  ],
  { stdio: 'inherit', cwd: root },
);
process.exitCode = result.status ?? 2;
