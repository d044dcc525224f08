import { GLOSSARY, type GlossaryId } from '@zither/words/glossary';
import { View } from 'react-native';
import { Say } from './Say.tsx';
import { space } from './theme.ts';
import { useLook } from './useLook.ts';

/** A term of ours with what it means. */
export function Explanation({ of }: { of: GlossaryId }) {
  const { colors } = useLook();
  const { name, says } = GLOSSARY[of];
  return (
    <View style={{ borderLeftWidth: 3, borderColor: colors.brass, paddingLeft: space.m }}>
      <Say small>
        <Say small strong>{`${name}. `}</Say>
        {says}
      </Say>
    </View>
  );
}
