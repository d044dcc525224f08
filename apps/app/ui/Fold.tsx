import type { GlossaryId } from '@zither/words/glossary';
import MaterialIcons from '@expo/vector-icons/MaterialIcons';
import { useState, type ReactNode } from 'react';
import { View } from 'react-native';
import { ListItem } from './elements.ts';
import { Explanation } from './Explanation.tsx';
import { space } from './theme.ts';
import { useLook } from './useLook.ts';

/** A part that opens with a tap. The accordion of React Native Elements nests a small button inside the row; this has one target. */
export function Fold({
  title,
  note,
  explains,
  startsOpen = false,
  children,
}: {
  title: string;
  /** The term the title uses, explained once it is open. */
  explains?: GlossaryId;
  note?: string;
  startsOpen?: boolean;
  children: ReactNode;
}) {
  const { colors } = useLook();
  const [isOpen, setIsOpen] = useState(startsOpen);
  return (
    <View>
      <ListItem
        onPress={() => setIsOpen(!isOpen)}
        role="button"
        aria-expanded={isOpen}
        containerStyle={{ paddingHorizontal: 0, minHeight: 56 }}
      >
        <ListItem.Content>
          <ListItem.Title>{title}</ListItem.Title>
          {note && <ListItem.Subtitle>{note}</ListItem.Subtitle>}
        </ListItem.Content>
        <MaterialIcons
          name={isOpen ? 'expand-less' : 'expand-more'}
          size={24}
          color={colors.inkSoft}
        />
      </ListItem>
      {isOpen && (
        <View style={{ gap: space.m, paddingBottom: space.m }}>
          {explains && <Explanation of={explains} />}
          {children}
        </View>
      )}
    </View>
  );
}
