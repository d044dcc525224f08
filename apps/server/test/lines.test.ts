import { lineOf } from '../src/db/lines.ts';
import type { Stored } from '../src/db/rows.ts';
import { clientValues, newClient, benchEach } from './support.ts';

const b = benchEach();

describe('rows held as read', () => {
  const rows = () => b.db.prepare("SELECT * FROM document WHERE kind = 'client'").all() as Stored[];

  it('are read once a version, anew when they change, and let go when there are too many', async () => {
    for (let i = 0; i < 3; i += 1)
      await b.send({ ...newClient(), values: clientValues({ name: `Client ${i}` }) });
    const [one, two, three] = rows();
    let reads = 0;
    const read = (row: Stored, most: number): { name: string } =>
      lineOf(
        b.db,
        'here',
        row,
        () => {
          reads += 1;
          return row;
        },
        most,
      );
    const room = one!.values_json.length + two!.values_json.length;
    expect(read(one!, room)).toBe(read(one!, room));
    read(two!, room);
    expect(reads).toBe(2);
    // No room for a third: the one read longest ago goes, the others stay.
    read(three!, room);
    read(two!, room);
    expect(reads).toBe(3);
    read(one!, room);
    expect(reads).toBe(4);
    const next = {
      ...three!,
      version: 2,
      values_json: three!.values_json.replace('Client 2', 'Client B'),
    };
    expect(read(next, room).name).toBe('Client B');
    expect(reads).toBe(5);
  });
});
