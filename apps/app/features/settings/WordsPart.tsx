import { View } from 'react-native';
import { GLOSSARY } from '@zither/words/glossary';
import { Fold } from '../../ui/Fold.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { READABLE_PX } from '../../ui/theme.ts';

/** Every term the pages explain, in one list. */
export function WordsPart() {
  const terms = Object.entries(GLOSSARY).sort(([, a], [, b]) => a.name.localeCompare(b.name));
  return (
    <Part>
      <Fold title="Words we use" note={`${terms.length} terms`}>
        {terms.map(([id, { name, says }]) => (
          <View key={id} style={{ maxWidth: READABLE_PX }}>
            <Say strong>{name}</Say>
            <Say>{says}</Say>
          </View>
        ))}
      </Fold>
    </Part>
  );
}
