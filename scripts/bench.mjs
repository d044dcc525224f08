// npm run bench: prints the speed table; `-- --keep` also writes it to docs/performance.md.
import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { installChromium, installPackages, root } from './install.mjs';

installPackages();
const chromium = installChromium();
const { buildApp, dist } = await import('./build.mjs');
const { startServer } = await import('./server.mjs');
const { build } = await import('esbuild');
await buildApp();

/** Our own packages are bundled; everything else is left where it is. */
const ours = {
  name: 'ours',
  setup(build) {
    const { resolve } = createRequire(import.meta.url);
    build.onResolve({ filter: /^@zither\// }, ({ path }) => ({ path: resolve(path) }));
  },
};

// Bundled as the app is, so that the numbers are not those of a development transform.
const bundle = join(root, '.cache/bench.mjs');
mkdirSync(join(root, '.cache'), { recursive: true });
await build({
  entryPoints: [join(root, 'bench/main.ts')],
  outfile: bundle,
  bundle: true,
  platform: 'node',
  format: 'esm',
  packages: 'external',
  plugins: [ours],
  alias: {
    // Its build is a UMD file in a package marked as ES modules; the sources are what works.
    fmin: join(root, 'node_modules/fmin/index.js'),
  },
});

const server = await startServer({
  port: 18_080,
  databaseFile: join(mkdtempSync(join(tmpdir(), 'plumb-bench-')), 'bench.sqlite'),
});
try {
  spawnSync(
    process.execPath,
    ['--import', import.meta.resolve('tsx'), join(root, 'demo/main.ts'), server.address],
    {
      cwd: root,
      stdio: 'ignore',
    },
  );
  const today = new Date().toISOString().slice(0, 10);
  const { stdout, status } = spawnSync(
    process.execPath,
    [bundle, dist, server.address, chromium, today, String(server.pid)],
    {
      cwd: root,
      encoding: 'utf8',
      stdio: ['ignore', 'pipe', 'inherit'],
    },
  );
  process.stdout.write(stdout);
  process.exitCode = status ?? 1;
  if (status === 0 && process.argv.includes('--keep')) {
    const page = join(root, 'docs/performance.md');
    const text = readFileSync(page, 'utf8');
    const [before] = text.split('<!-- bench -->');
    writeFileSync(page, `${before}<!-- bench -->\n\n${stdout}`);
  }
} finally {
  await server.stop();
}
