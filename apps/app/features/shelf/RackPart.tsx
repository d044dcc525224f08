import type { KitItem, Schools } from '@zither/contract';
import { ANY_HEEL, HEELS_FROM_KIT } from '@zither/words/kit';
import { KitPicker } from '../../ui/KitPicker.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { useAppSelector, useChanges } from '../data/index.ts';

/** What gyms usually have, one tap each (common practice, no source). */
const USUAL: readonly KitItem[] = [
  ...[5, 10, 15, 25].map((riseMm) => ({ kind: 'block', as: 'plate', riseMm }) as const),
  { kind: 'ramp', angleDeg: 10, pair: true, from: null },
  { kind: 'ramp', angleDeg: 15, pair: true, from: null },
  { kind: 'box', heightMm: 400 },
];

/** The practice's rack: plates, wedges and boxes for every client. */
export function RackPart({ schools }: { schools: Schools }) {
  const initials = useAppSelector((s) => s.settings.initials);
  const { moment, putRack } = useChanges();
  const kit = schools.rack ?? [];
  return (
    <Part title="Rack" hint="Plates, wedges and boxes of this gym, for every client.">
      <Say soft small>
        {kit.some((k) => k.kind !== 'box') ? HEELS_FROM_KIT : ANY_HEEL()}
      </Say>
      <KitPicker
        label="In the rack"
        kit={kit}
        usual={USUAL}
        onChange={(items) => putRack({ at: moment(), by: initials, items })}
      />
    </Part>
  );
}
