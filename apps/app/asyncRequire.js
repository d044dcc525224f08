/**
 * What Metro makes of `import()`. Code that several pages share is loaded with the first page that needs some of it. Expo puts a script for it into the
 * page, to be run at start, where the list of clients does not need it; scripts/build.mjs removes that script and names its address instead.
 */
const load = require('expo/internal/async-require-module');

const address = () =>
  typeof document === 'undefined'
    ? undefined
    : document.querySelector('meta[name="shared-code"]')?.content;

let shared = null;
let isShared = false;

function loadWithShared(moduleId, paths, name) {
  const at = address();
  if (isShared || !at || !globalThis.__loadBundleAsync) return load(moduleId, paths, name);
  shared ??= globalThis.__loadBundleAsync(at).then(
    () => {
      isShared = true;
    },
    (error) => {
      // Without network now; the next page tries again.
      shared = null;
      throw error;
    },
  );
  return shared.then(() => load(moduleId, paths, name));
}

module.exports = Object.assign(loadWithShared, load);
