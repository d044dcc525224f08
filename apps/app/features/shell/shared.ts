/** Metro's loader of a part of the app, by its address. */
type LoadPart = (path: string) => Promise<void>;
declare const globalThis: { __loadBundleAsync?: LoadPart };

/**
 * Loads the code that several pages share before the first page that needs it. Metro puts a script for it into the page, to be run at start, where the
 * list of clients does not need it. The build removes that script and names its address in the page instead.
 */
export function loadSharedFirst(): void {
  const loadPart = globalThis.__loadBundleAsync;
  const shared = document.querySelector<HTMLMetaElement>('meta[name="shared-code"]')?.content;
  if (!loadPart || !shared) return;
  globalThis.__loadBundleAsync = async (path) => {
    await loadPart(shared);
    if (path !== shared) await loadPart(path);
  };
}
