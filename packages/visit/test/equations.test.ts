import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { EQUATION_IDS, inOrder, RESTS_ON, WORKED_OUT } from '@zither/visit';
import { EQUATIONS, sayEquation } from '@zither/words/equations';

const root = join(__dirname, '../../..');
const model = readFileSync(join(root, 'docs/model.md'), 'utf8').replace(/ +/g, ' ');
const ids = [...EQUATION_IDS];

describe('the equations behind the numbers', () => {
  it('are numbered without a gap, and each is what some number or input was worked out by', () => {
    expect(ids.map((id) => EQUATIONS[id].number)).toEqual(ids.map((_, i) => i + 1));
    const used = [...Object.values(RESTS_ON), ...Object.values(WORKED_OUT)].flat();
    expect(inOrder(used)).toEqual(ids);
  });

  it.each(ids)('%s stands in docs/model.md as it is said, with its source', (id) => {
    const { number, name, says, source } = EQUATIONS[id];
    expect(model).toContain(`| E${number} | ${name} | ${says} | ${source} |`);
    expect(sayEquation(id)).toMatch(new RegExp(`^E${number} ${name}: `));
    expect(source.length).toBeGreaterThan(5);
    // A published year is never quoted without saying that it was not looked up.
    expect(/\d{4}/.test(source)).toBe(/\d{4}, from memory/.test(sayEquation(id)));
  });

  it.each(ids)('%s is held by a test that exists', (id) => {
    const { file, name } = EQUATIONS[id].test;
    const path = join(root, file);
    expect(existsSync(path)).toBe(true);
    const text = readFileSync(path, 'utf8');
    expect(['it(', 'it.each(', 'describe('].some((call) => text.includes(`${call}'${name}'`))).toBe(
      true,
    );
  });
});
