// Installs what is missing, with Node's own modules only: this runs before anything else exists.
import { spawn, spawnSync } from 'node:child_process';
import { once } from 'node:events';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = dirname(dirname(fileURLToPath(import.meta.url)));

const stamp = join(root, 'node_modules', '.installed-from-lock');

const lockHash = () =>
  createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');

/** Runs a command, output to stderr so that a tool's own stdout stays clean; throws when it fails. */
export function run(command, args, options = {}) {
  const result = spawnSync(command, args, {
    cwd: root,
    stdio: ['ignore', 2, 2],
    ...options,
    env: { ...process.env, ...options.env },
  });
  if (result.status !== 0)
    throw new Error(`${command} ${args.join(' ')} ended with ${result.status ?? result.signal}`);
}

const NPM_ENV = { EXPO_NO_TELEMETRY: '1', NODE_ENV: 'development' };

const isInstalled = () => existsSync(stamp) && readFileSync(stamp, 'utf8') === lockHash();

function stampInstalled() {
  mkdirSync(dirname(stamp), { recursive: true });
  writeFileSync(stamp, lockHash());
}

const sayInstalling = () =>
  process.stderr.write(
    'Installing packages from the lock file; the first time takes a few minutes.\n',
  );

/** Installs the packages of the lock file unless they are there already. */
export function installPackages() {
  if (isInstalled()) return;
  sayInstalling();
  run('npm', ['ci', '--no-audit', '--no-fund'], { env: NPM_ENV });
  stampInstalled();
}

/**
 * The same in two parts: the packages at once; then what of them is compiled here, the database above all, beside whatever does without it.
 *
 * @returns resolves when everything is there, rejects when it could not be compiled
 */
export async function installInParts() {
  if (isInstalled()) return { compiled: Promise.resolve() };
  sayInstalling();
  run('npm', ['ci', '--no-audit', '--no-fund', '--ignore-scripts'], { env: NPM_ENV });
  const compile = async () => {
    const child = spawn('npm', ['rebuild'], {
      cwd: root,
      stdio: ['ignore', 2, 2],
      env: { ...process.env, ...NPM_ENV },
    });
    const [code] = await once(child, 'exit');
    if (code !== 0) throw new Error(`npm rebuild ended with ${code}`);
    stampInstalled();
  };
  return { compiled: compile() };
}

/** Path of a Chromium; installs Debian's package when none is there. */
export function installChromium() {
  const known = ['/usr/bin/chromium', '/usr/bin/chromium-browser'];
  const found = known.find((path) => existsSync(path));
  if (found) return found;
  process.stderr.write('Installing Debian’s chromium for the browser tests.\n');
  const sudo = process.getuid?.() === 0 ? [] : ['sudo'];
  const apt = (...args) => {
    const [command, ...rest] = [...sudo, 'apt-get', ...args];
    run(command, rest, { env: { DEBIAN_FRONTEND: 'noninteractive' } });
  };
  apt('update', '-qq');
  apt('install', '-y', '-qq', '--no-install-recommends', 'chromium');
  const installed = known.find((path) => existsSync(path));
  if (!installed) throw new Error('chromium was installed but /usr/bin/chromium is missing');
  return installed;
}
