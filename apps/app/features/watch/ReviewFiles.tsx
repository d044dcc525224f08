import { View } from 'react-native';
import type { CaptureRow } from '@zither/contract';
import { unpackCapture, writeLandmarkCsv, writeTrc } from '@zither/formats';
import { Button } from '../../ui/elements.ts';
import { Fold } from '../../ui/Fold.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { space } from '../../ui/theme.ts';
import { saveFile } from '../data/index.ts';
import { sayLook } from '@zither/words/watch';

/** Where a capture came from, its landmarks as files, and the way to put it aside. */
export function ReviewFiles({
  capture,
  who,
  onDiscard,
}: {
  capture: CaptureRow;
  who: string;
  /** null: it is discarded already. */
  onDiscard: (() => void) | null;
}) {
  const save = (kind: 'csv' | 'trc') => {
    const raw = unpackCapture(capture.series);
    if (raw)
      saveFile(
        `${who} ${capture.view} ${capture.takenOn}.${kind}`,
        kind === 'csv' ? writeLandmarkCsv(raw) : writeTrc(raw),
      );
  };
  return (
    <Part>
      <Fold title="This capture" note={capture.name}>
        <Say
          small
        >{`${sayLook(capture)}. ${capture.source === 'file' ? 'From a file.' : 'By the simulated camera.'}`}</Say>
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
          <Button type="outline" title="Save as .csv" onPress={() => save('csv')} />
          <Button type="outline" title="Save as .trc" onPress={() => save('trc')} />
          {onDiscard && <Button type="outline" title="Discard this capture" onPress={onDiscard} />}
        </View>
      </Fold>
    </Part>
  );
}
