import { useState } from 'react';
import { View } from 'react-native';
import { isZone, zoneHere } from '@zither/contract/days';
import { NO_SUCH_ZONE, sayZone } from '@zither/words/attention';
import { Button, Input } from '../../ui/elements.ts';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { space } from '../../ui/theme.ts';
import { gymZone, useChanges, usePracticeSchools } from '../data/index.ts';

/** Where the gym stands: the server and every device go by its days. */
export function ZonePart() {
  const { schools } = usePracticeSchools();
  const { chooseZone } = useChanges();
  const zone = schools.zone ?? gymZone();
  const here = zoneHere();
  const [typed, setTyped] = useState('');
  const isKnown = isZone(typed.trim());
  const choose = (to: string) => {
    chooseZone({ zone: to });
    setTyped('');
  };
  return (
    <Part title="Time zone" hint="A day begins at midnight in the gym, on every device.">
      <Say>{sayZone(zone, here)}</Say>
      <View style={{ gap: space.s, alignItems: 'flex-start' }}>
        {here !== zone && (
          <Button type="outline" title={`The gym is in ${here}`} onPress={() => choose(here)} />
        )}
        <Input
          label="Another, such as Europe/Zurich"
          aria-label="Another time zone"
          value={typed}
          autoCapitalize="none"
          autoCorrect={false}
          onChangeText={setTyped}
          renderErrorMessage={false}
        />
        {typed.trim() !== '' && !isKnown && <Notice tone="before">{NO_SUCH_ZONE}</Notice>}
        {isKnown && typed.trim() !== zone && (
          <Button title={`Use ${typed.trim()}`} onPress={() => choose(typed.trim())} />
        )}
      </View>
    </Part>
  );
}
