// Exports the app when anything it is made of has changed, and packs its files for slow networks.
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { basename, extname, join } from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';
import { root, run } from './install.mjs';

export const dist = join(root, 'apps/app/dist');
const stamp = join(dist, '.built-from');

const MADE_OF = [
  'apps/app',
  'packages/core',
  'packages/contract',
  'packages/formats',
  'packages/visit',
  'packages/words',
  'package-lock.json',
  'scripts/build.mjs',
  'tsconfig.base.json',
];
const NOT_OF = new Set(['node_modules', 'dist', '.expo', 'test']);

/** Every file below a path, in a steady order. */
function filesBelow(path) {
  if (!statSync(path).isDirectory()) return [path];
  return readdirSync(path)
    .sort()
    .filter((name) => !NOT_OF.has(name))
    .flatMap((name) => filesBelow(join(path, name)));
}

function inputsHash() {
  const hash = createHash('sha256');
  for (const file of MADE_OF.flatMap((path) => filesBelow(join(root, path))))
    hash.update(file.slice(root.length)).update('\0').update(readFileSync(file)).update('\0');
  return hash.digest('hex');
}

const PACKED = new Set(['.js', '.html', '.json', '.css', '.svg', '.ttf', '.ico']);

/** Bundles every visit runs much of. */
const RUN_BY_ALL = /^(entry|__common)-.*\.js$/;

/**
 * Asks V8 to compile the bundles every visit runs whole, beside the page's thread while they arrive, instead of function by function as each is first
 * called; what it keeps of them for the next start is then whole as well. Other engines read it as a comment.
 */
function askForEarlyCompiling() {
  const folder = join(dist, '_expo/static/js/web');
  const names = readdirSync(folder).filter((n) => RUN_BY_ALL.test(n));
  if (names.length < 2) throw new Error('No entry or no shared code in the build.');
  for (const name of names) {
    const file = join(folder, name);
    writeFileSync(file, `//# allFunctionsCalledOnLoad\n${readFileSync(file, 'utf8')}`);
  }
}

function pack() {
  for (const file of filesBelow(dist)) {
    if (!PACKED.has(extname(file))) continue;
    const bytes = readFileSync(file);
    writeFileSync(`${file}.gz`, gzipSync(bytes, { level: 9 }));
    writeFileSync(
      `${file}.br`,
      brotliCompressSync(bytes, { params: { [constants.BROTLI_PARAM_QUALITY]: 9 } }),
    );
  }
}

/** Families as the app asks for them, with the start of their file's name. */
const FONTS = {
  SourceSans3_400Regular: 'SourceSans3_400Regular.',
  SourceSans3_600SemiBold: 'SourceSans3_600SemiBold.',
  material: 'MaterialIcons.',
};

/** Says in the page which build it is, and names the fonts there, in the element Expo's font loader looks into: they come with the code, not after it. */
function completePage(hash) {
  const page = join(dist, 'index.html');
  const files = filesBelow(join(dist, 'assets')).map((file) => file.slice(dist.length));
  const fonts = Object.entries(FONTS).map(([family, begin]) => {
    const file = files.find((f) => basename(f).startsWith(begin));
    if (!file) throw new Error(`No font file for ${family} in the build.`);
    return { family, file };
  });
  const links = fonts.map(
    ({ file }) => `<link rel="preload" as="font" crossorigin href="${file}" />`,
  );
  const faces = fonts.map(
    ({ family, file }) =>
      `@font-face{font-family:"${family}";src:url("${file}");font-display:auto}`,
  );
  const html = readFileSync(page, 'utf8');
  // The code that several pages share is loaded with the first that needs it (apps/app/asyncRequire.js).
  const [script, shared] =
    /<script src="([^"]*\/__common-[^"]*)" defer><\/script>/.exec(html) ?? [];
  if (!shared) throw new Error('No script of shared code in the build.');
  const head = [
    `<meta name="build" content="${hash}" />`,
    `<meta name="shared-code" content="${shared}" />`,
    ...links,
    `<style id="expo-generated-fonts">${faces.join('')}</style>`,
  ];
  writeFileSync(page, html.replace(script, '').replace('</head>', `${head.join('')}</head>`));
}

/** The worker that keeps the whole app on the device: written by a standard tool from the files of this build. */
async function buildServiceWorker() {
  const { generateSW } = await import('workbox-build');
  const { warnings } = await generateSW({
    mode: 'production',
    globDirectory: dist,
    globPatterns: ['**/*.{js,html,css,ttf,ico,png,json,webmanifest}'],
    swDest: join(dist, 'sw.js'),
    inlineWorkboxRuntime: true,
    sourcemap: false,
    cleanupOutdatedCaches: true,
    // A new version waits until the coach takes it or the app is closed: never in the middle of a visit.
    skipWaiting: false,
    clientsClaim: true,
    navigateFallback: '/index.html',
    navigateFallbackDenylist: [/^\/api\//],
    dontCacheBustURLsMatching: /\/(_expo\/static|assets)\//,
    maximumFileSizeToCacheInBytes: 8 * 1024 * 1024,
  });
  for (const warning of warnings) process.stderr.write(`${warning}\n`);
}

/** Builds the app into apps/app/dist unless it is there and made of the same inputs. */
export async function buildApp() {
  const hash = inputsHash();
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === hash) return;
  process.stderr.write('Building the app; about two minutes the first time.\n');
  rmSync(dist, { recursive: true, force: true });
  run('npx', ['expo', 'export', '-p', 'web', '--output-dir', 'dist'], {
    cwd: join(root, 'apps/app'),
    env: {
      CI: '1',
      EXPO_OFFLINE: '1',
      EXPO_NO_TELEMETRY: '1',
      NODE_ENV: 'production',
    },
  });
  completePage(hash);
  askForEarlyCompiling();
  await buildServiceWorker();
  pack();
  writeFileSync(stamp, hash);
}
