// Installs what is missing, with Node's own modules only: this runs before anything else exists.
import { spawnSync } from 'node:child_process';
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

/** Installs the packages of the lock file unless they are there already. */
export function installPackages() {
  const hash = lockHash();
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === hash) return;
  process.stderr.write(
    'Installing packages from the lock file; the first time takes a few minutes.\n',
  );
  run('npm', ['ci', '--no-audit', '--no-fund'], {
    env: { EXPO_NO_TELEMETRY: '1', NODE_ENV: 'development' },
  });
  mkdirSync(dirname(stamp), { recursive: true });
  writeFileSync(stamp, hash);
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
