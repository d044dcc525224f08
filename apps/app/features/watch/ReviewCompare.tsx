import { sayDay } from '../data/index.ts';
import { comparedFaults, isSameSquat } from '@zither/visit';
import { View } from 'react-native';
import type { CaptureLine } from '@zither/contract';
import { Choice } from '../../ui/Choice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { space } from '../../ui/theme.ts';
import { COMPARED_WORDS, sayAmount, sayFault, sayLook, sayNoEarlier } from '@zither/words/watch';

const said = (m: { value: number; unit: string } | null): string =>
  m ? sayAmount(m.value, m.unit) : '–';

/** This capture against an earlier one of the same view, fault by fault. */
export function ReviewCompare({
  capture,
  earlier,
  before,
  onBefore,
}: {
  capture: CaptureLine;
  /** Newest first. */
  earlier: readonly CaptureLine[];
  before: CaptureLine | undefined;
  onBefore: (id: string) => void;
}) {
  const compared = before ? comparedFaults(capture.report, before.report) : [];
  const isOtherLook = before !== undefined && !isSameSquat(before, capture);
  const label = (c: CaptureLine) =>
    `${sayDay(c.takenOn).replace(/^.*, /, '')}${c.takenOn === capture.takenOn ? `, ${c.takenAt.slice(11, 16)}` : ''}`;
  return (
    <Part title="Against an earlier capture">
      {earlier.length === 0 ? (
        <Say soft small>
          {sayNoEarlier(capture.view)}
        </Say>
      ) : (
        <Choice
          label="Compare with"
          options={[
            { value: '', label: 'None' },
            ...earlier.slice(0, 5).map((c) => ({ value: c.id, label: label(c) })),
          ]}
          value={before?.id ?? ''}
          onChange={onBefore}
        />
      )}
      {before && isOtherLook && (
        <Say small soft>{`Then: ${sayLook(before)}. Now: ${sayLook(capture)}.`}</Say>
      )}
      {compared.map((c) => (
        <View
          key={c.key}
          style={{ flexDirection: 'row', gap: space.s, justifyContent: 'space-between' }}
        >
          <View style={{ flex: 1 }}>
            <Say small>{sayFault(c.fault, c.side)}</Say>
          </View>
          <Say small number>{`${said(c.before)} → ${said(c.now)}`}</Say>
          <View style={{ width: 96 }}>
            <Say small strong>
              {COMPARED_WORDS[c.word]}
            </Say>
          </View>
        </View>
      ))}
      {before && compared.length === 0 && <Say small>Neither shows a fault.</Say>}
    </Part>
  );
}
