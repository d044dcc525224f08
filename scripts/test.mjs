// npm test: installs what is missing, then check, unit, property, server and browser tests; ends with one count.
import { Buffer } from 'node:buffer';
import { spawn, spawnSync } from 'node:child_process';
import { once } from 'node:events';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { installChromium, installInParts, root } from './install.mjs';

const cache = join(root, '.cache');
let passed = 0;
let failed = 0;

const started = Date.now();
const say = (text) =>
  process.stdout.write(
    `[${String(Math.round((Date.now() - started) / 1000)).padStart(4)} s] ${text}\n`,
  );

/** Checks run side by side, as each keeps one core busy at most. */
const AT_ONCE = 2;

/** One step of the check counts as one test; what it prints comes in one piece. */
const step = (name, script) =>
  new Promise((resolve) => {
    const child = spawn('npm', ['run', '--silent', script], { cwd: root });
    const printed = [];
    for (const stream of [child.stdout, child.stderr])
      stream.on('data', (piece) => printed.push(piece));
    child.on('close', (status) => {
      say(`${name}${status === 0 ? '' : ': failed'}`);
      process.stdout.write(Buffer.concat(printed));
      if (status === 0) passed += 1;
      else failed += 1;
      resolve();
    });
  });

async function steps(list) {
  const waiting = [...list];
  const worker = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) await step(...next);
  };
  await Promise.all(Array.from({ length: AT_ONCE }, worker));
}

/** A Jest run; its tests are counted, and a run that could not report counts as one failure. */
function jest(name, args, env = {}) {
  say(name);
  const report = join(cache, `${name.replace(/\W+/g, '-')}.json`);
  rmSync(report, { force: true });
  const { status } = spawnSync(
    'npx',
    ['jest', '--ci', '--silent', '--json', `--outputFile=${report}`, ...args],
    // The JSON goes to the file; what people read comes on standard error.
    { cwd: root, stdio: ['ignore', 'ignore', 'inherit'], env: { ...process.env, ...env } },
  );
  if (!existsSync(report)) {
    failed += 1;
    return;
  }
  const result = JSON.parse(readFileSync(report, 'utf8'));
  passed += result.numPassedTests;
  failed += result.numFailedTests + result.numRuntimeErrorTestSuites;
  if (status !== 0 && result.numFailedTests + result.numRuntimeErrorTestSuites === 0) failed += 1;
}

/** Jest's projects that open no database. */
const WITHOUT_DATABASE = ['core', 'visit', 'contract'];

/** The demo as a file, written beside the build. */
async function writeDemo() {
  const file = join(cache, 'demo.sqlite');
  rmSync(file, { force: true });
  const script = join(root, 'scripts/writeDemo.mjs');
  const child = spawn(process.execPath, [script, file], { stdio: ['ignore', 2, 2] });
  const [code] = await once(child, 'exit');
  if (code !== 0) throw new Error('The demo data could not be written.');
  return file;
}

async function main() {
  mkdirSync(cache, { recursive: true });
  const { compiled } = await installInParts();
  // What fails here is told where it is waited for.
  compiled.catch(() => {});
  const chromium = installChromium();
  await steps([
    ['Types', 'check:types'],
    ['Lint and import boundaries', 'check:lint'],
    ['Format', 'check:format'],
    ['Unused exports and dependencies', 'check:unused'],
    ['Circles of imports', 'check:cycles'],
  ]);
  // These need no database: they run while it is still being compiled.
  jest('Unit and property tests', ['--selectProjects', ...WITHOUT_DATABASE]);
  await compiled;
  jest('Server, app and demo tests', ['--selectProjects', 'server', 'app']);
  say('Building the app and writing the demo');
  const demo = writeDemo();
  const { buildApp } = await import('./build.mjs');
  await buildApp();
  const DEMO_FILE = await demo;
  jest('Browser journeys', ['--config', 'jest.e2e.config.cjs'], { CHROMIUM: chromium, DEMO_FILE });
}

try {
  await main();
} catch (error) {
  process.stdout.write(`${error.message}\n`);
  failed += 1;
}
process.stdout.write(`${passed} passed, ${failed} failed\n`);
process.exitCode = failed > 0 ? 1 : 0;
