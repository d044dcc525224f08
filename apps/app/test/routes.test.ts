import { readdirSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';

const APP = join(__dirname, '../app');

/** Addresses of the route files. */
function addresses(folder = APP): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) return addresses(path);
    if (!entry.name.endsWith('.tsx') || /^[_+]/.test(entry.name)) return [];
    return [`/${relative(APP, path).replace(/(\/?index)?\.tsx$/, '')}`];
  });
}

describe('routes', () => {
  it('are all in the types that check every link (made anew with `npx expo customize tsconfig.json`)', () => {
    const types = readFileSync(join(__dirname, '../routes.d.ts'), 'utf8');
    const known = new Set([...types.matchAll(/pathname: `([^`]+)`/g)].map((m) => m[1]!));
    const own = addresses().sort();
    expect(own.length).toBeGreaterThan(15);
    expect([...known].filter((a) => !/^\/[_+]/.test(a)).sort()).toEqual(own);
  });

  it('each have a way back when they fail', () => {
    const without = (folder: string): string[] =>
      readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
        const path = join(folder, entry.name);
        if (entry.isDirectory()) return without(path);
        if (!entry.name.endsWith('.tsx') || /^[_+]/.test(entry.name)) return [];
        return readFileSync(path, 'utf8').includes('export { ErrorBoundary }') ? [] : [path];
      });
    expect(without(APP)).toEqual([]);
  });
});
