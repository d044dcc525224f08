import { fieldIn } from '@zither/words/attention';
import { useState } from 'react';
import { View } from 'react-native';
import { Button, Input } from '../../ui/elements.ts';
import { space } from '../../ui/theme.ts';
import { mendRefused, useAppDispatch, valueToMend, type Held } from '../data/index.ts';

/** The value an entry was refused for, to be typed again where the refusal is read. */
export function Mend({ item }: { item: Held }) {
  const dispatch = useAppDispatch();
  const was = valueToMend(item);
  const [text, setText] = useState(String(was));
  const label = fieldIn(item.problem?.path ?? '');
  const name = label.charAt(0).toUpperCase() + label.slice(1);
  const value = typeof was === 'number' ? Number(text.trim().replace(',', '.')) : text.trim();
  const isUsable = value !== was && (typeof value !== 'number' || Number.isFinite(value));
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s, alignItems: 'flex-end' }}>
      <Input
        containerStyle={{ width: 220 }}
        label={name}
        aria-label={name}
        value={text}
        maxLength={200}
        inputMode={typeof was === 'number' ? 'decimal' : 'text'}
        onChangeText={setText}
        renderErrorMessage={false}
      />
      <Button
        title="Send it so"
        disabled={text.trim() === '' || !isUsable}
        onPress={() => void dispatch(mendRefused(item.seq, value))}
      />
    </View>
  );
}
