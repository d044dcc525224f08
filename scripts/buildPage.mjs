// Makes the script of the client's page from apps/page into packages/formats, where the app and the server read it.
import { createHash } from 'node:crypto';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';
import { root } from './install.mjs';

const pageScriptFile = join(root, 'packages/formats/src/page/script.generated.ts');

/** The generated file as it has to be. */
async function pageScript() {
  const { outputFiles } = await build({
    entryPoints: [join(root, 'apps/page/src/main.ts')],
    bundle: true,
    minify: true,
    write: false,
    format: 'iife',
    target: 'es2022',
    legalComments: 'none',
  });
  // Inside an element of a page: nothing in it may look like the end of it.
  const script = outputFiles[0].text.trim().replaceAll('</', '<\\/');
  const hash = createHash('sha256').update(script).digest('base64');
  return [
    '// Made by scripts/buildPage.mjs from apps/page; a test holds it to its source.',
    `export const PAGE_SCRIPT = ${JSON.stringify(script)};`,
    `export const PAGE_SCRIPT_HASH = 'sha256-${hash}';`,
    '',
  ].join('\n');
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const script = await pageScript();
  if (!process.argv.includes('--check')) writeFileSync(pageScriptFile, script);
  else if (readFileSync(pageScriptFile, 'utf8') !== script) {
    process.stderr.write('The client’s page is older than apps/page: run npm run page.\n');
    process.exitCode = 1;
  }
}
