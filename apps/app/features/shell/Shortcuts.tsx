import { router, type Href } from 'expo-router';
import { useEffect, useState } from 'react';
import { View } from 'react-native';
import { KEY_HINTS } from '@zither/words/keys';
import { Button } from '../../ui/elements.ts';
import { Overlay } from '../../ui/overlay.ts';
import { Heading, Say } from '../../ui/Say.tsx';
import { Tick } from '../../ui/Tick.tsx';
import { font, space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { useDraft } from '../data/index.ts';

const PLACES: Readonly<Record<string, Href>> = {
  f: '/floor',
  c: '/clients',
  l: '/lab',
  s: '/shelf',
  n: '/clients/new',
};

/** Whether a key belongs to what has the focus: text is being typed, or a slider is being moved. */
const isTaken = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  target.closest('input, textarea, select, [contenteditable=true], [role=slider]') !== null;

/** Keys of a wide page, and the list of them. They can be turned off: a key by itself is in the way of some who dictate. */
export function Shortcuts() {
  const { colors } = useLook();
  const { value: isOn, set: turn } = useDraft<boolean>('keys/on', true);
  const [isOpen, setOpen] = useState(false);
  useEffect(() => {
    if (!isOn) return;
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || isTaken(event.target)) return;
      const key = event.key.toLowerCase();
      const place = PLACES[key];
      if (key === '?') setOpen((was) => !was);
      else if (place) router.navigate(place);
      else if (/^[1-7]$/.test(key)) {
        const stages = document.querySelectorAll<HTMLElement>(
          '[aria-label="Stages of the visit"] [role=link], [aria-label="Stages of the visit"] a',
        );
        stages[Number(key) - 1]?.click();
      } else return;
      event.preventDefault();
    };
    document.addEventListener('keydown', onKey);
    return () => document.removeEventListener('keydown', onKey);
  }, [isOn]);
  return (
    <>
      <Button
        type="clear"
        title="Keys"
        titleStyle={{ fontSize: 14 }}
        buttonStyle={{ minHeight: 44, paddingHorizontal: 0 }}
        onPress={() => setOpen(true)}
      />
      {isOpen && (
        <Overlay
          isVisible
          onBackdropPress={() => setOpen(false)}
          onRequestClose={() => setOpen(false)}
          overlayStyle={{ backgroundColor: colors.surface, padding: space.l, borderRadius: 6 }}
        >
          <View style={{ gap: space.s, minWidth: 320 }}>
            <Heading level={2}>Keys</Heading>
            {KEY_HINTS.map(({ key, does }) => (
              <View key={key} style={{ flexDirection: 'row', gap: space.m, minHeight: 26 }}>
                <Say style={{ width: 28, fontFamily: font.semibold }}>{key}</Say>
                <Say>{does}</Say>
              </View>
            ))}
            <Tick title="Use these keys" checked={isOn} onPress={() => turn(!isOn)} />
            <View style={{ alignItems: 'flex-start' }}>
              <Button title="Close" onPress={() => setOpen(false)} />
            </View>
          </View>
        </Overlay>
      )}
    </>
  );
}
