import { useState } from 'react';
import { View } from 'react-native';
import type { LandmarkMapping } from '@zither/formats';
import { Button } from '../../ui/elements.ts';
import { Choice } from '../../ui/Choice.tsx';
import { Fold } from '../../ui/Fold.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { space } from '../../ui/theme.ts';
import type { NeedsNames } from './work.ts';

/** Which of a file's names is which landmark; remembered for the next file. */
export function NamePanel({
  asked,
  onNamed,
  onCancel,
}: {
  asked: NeedsNames;
  onNamed: (mapping: LandmarkMapping) => void;
  onCancel: () => void;
}) {
  const [mapping, setMapping] = useState(asked.mapping);
  const isWhole = asked.missing.every((name) => mapping[name] !== undefined);
  const row = (landmark: string) => (
    <Choice
      key={landmark}
      label={landmark}
      options={[
        { value: '', label: 'not in it', spoken: `not in it: ${landmark}` },
        ...asked.names.map((n) => ({ value: n, label: n, spoken: `${n} is ${landmark}` })),
      ]}
      value={mapping[landmark] ?? ''}
      onChange={(name) => {
        const { [landmark]: _gone, ...rest } = mapping;
        setMapping(name === '' ? rest : { ...rest, [landmark]: name });
      }}
    />
  );
  return (
    <View style={{ gap: space.m }}>
      <Notice tone="before">
        <View>
          <Say strong>The file names its landmarks differently.</Say>
          <Say small>
            Say which is which; the answer is remembered on this device for the next file.
          </Say>
        </View>
      </Notice>
      {asked.missing.map(row)}
      <Fold title="Landmarks that tell more" note="Those found by their names are set already.">
        {asked.wanted.filter((w) => !asked.missing.includes(w)).map(row)}
      </Fold>
      <View style={{ flexDirection: 'row', gap: space.s }}>
        <Button
          title={isWhole ? 'Read the file' : 'Name the missing ones'}
          disabled={!isWhole}
          onPress={() => onNamed(mapping)}
        />
        <Button type="outline" title="Leave it" onPress={onCancel} />
      </View>
    </View>
  );
}
