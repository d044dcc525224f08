import { useLayoutEffect, useRef } from 'react';
import { View } from 'react-native';
import { Input, useThemeMode } from './elements.ts';

/** A day, chosen with the device's own calendar. Empty, or yyyy-mm-dd. */
export function DateField({
  label,
  spoken = label,
  value,
  onChange,
}: {
  label: string;
  /** Where the label alone does not say of what. */
  spoken?: string;
  value: string;
  onChange: (day: string) => void;
}) {
  const { mode } = useThemeMode();
  const frame = useRef<View>(null);
  useLayoutEffect(() => {
    // The component knows no date fields, and keeps the reference to its field to itself; the element in the frame does.
    const field = (frame.current as unknown as HTMLElement | null)?.querySelector('input');
    if (!field) return;
    field.type = 'date';
    // Its calendar sign is drawn by the browser.
    field.style.colorScheme = mode;
  }, [mode]);
  return (
    <View ref={frame} style={{ maxWidth: 260 }}>
      <Input
        label={label}
        aria-label={spoken}
        value={value}
        onChangeText={onChange}
        renderErrorMessage={false}
      />
    </View>
  );
}
