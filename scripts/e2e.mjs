// npm run e2e -- [jest arguments]: builds what changed and runs the browser journeys alone.
import { spawnSync } from 'node:child_process';
import { installChromium, installPackages, root } from './install.mjs';

installPackages();
const chromium = installChromium();
const { buildApp } = await import('./build.mjs');
await buildApp();
const { status } = spawnSync(
  'npx',
  ['jest', '--config', 'jest.e2e.config.cjs', ...process.argv.slice(2)],
  { cwd: root, stdio: 'inherit', env: { ...process.env, CHROMIUM: chromium } },
);
process.exitCode = status ?? 1;
