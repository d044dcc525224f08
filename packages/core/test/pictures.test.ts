import { drillPicture, DRILLS, PICTURED, type Figure } from '../src/index.ts';

const pairs = DRILLS.map((drill) => ({ drill, pair: drillPicture(drill.id)! }));
const lowest = ({ limbs }: Figure) => Math.min(...limbs.flatMap((l) => l.points.map((p) => p.z)));

describe('the pictures of the drills', () => {
  it('are there for every drill, and for nothing else', () => {
    expect([...PICTURED].sort()).toEqual(DRILLS.map((d) => d.id).sort());
    expect(drillPicture('own words')).toBeNull();
  });

  it('show two moments that differ, on the floor and within the frame', () => {
    for (const { drill, pair } of pairs) {
      const [first, then] = pair;
      expect({ id: drill.id, same: JSON.stringify(first) === JSON.stringify(then) }).toEqual({
        id: drill.id,
        same: false,
      });
      for (const figure of pair) {
        expect(lowest(figure)).toBeGreaterThanOrEqual(-1);
        expect(lowest(figure)).toBeLessThan(80);
        if (figure.box.top < 450) continue;
        for (const { x, z } of figure.limbs.flatMap((l) => l.points)) {
          expect(x).toBeGreaterThanOrEqual(figure.box.left);
          expect(x).toBeLessThanOrEqual(figure.box.right);
          expect(z).toBeLessThanOrEqual(figure.box.top);
        }
      }
    }
  });

  it('show what the drill needs: ball, roller, weight, bar, wall or upright', () => {
    for (const { drill, pair } of pairs)
      for (const kit of drill.kit) {
        // A line on the floor is a mark, drawn as a low line.
        const kinds = pair[0].things.map((t) => t.kind);
        const needs = kit === 'wall' || kit === 'upright' || kit === 'line' ? 'line' : 'circle';
        expect({ id: drill.id, kit, kinds }).toMatchObject({
          kinds: expect.arrayContaining([needs]),
        });
      }
  });

  it('take a squat from the linkage: the deep sit has the knees ahead of the toes’ middle and the hips below the knees', () => {
    const [, deep] = drillPicture('supported-deep-sit')!;
    const [thigh] = deep.limbs.filter((l) => !l.isFar && l.width === 84);
    const [hip, knee] = thigh!.points as [{ x: number; z: number }, { x: number; z: number }];
    expect(hip.z).toBeLessThan(knee.z);
    expect(knee.x).toBeGreaterThan(hip.x + 300);
  });
});
