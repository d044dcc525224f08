import { useEffect, useRef } from 'react';
import type { TextInput } from 'react-native';
import { Input } from './elements.ts';

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
  const field = useRef<TextInput>(null);
  useEffect(() => {
    // The component knows no date fields; the element under it does.
    if (field.current instanceof HTMLInputElement) field.current.type = 'date';
  }, []);
  return (
    <Input
      ref={field as never}
      label={label}
      aria-label={spoken}
      value={value}
      onChangeText={onChange}
      renderErrorMessage={false}
      containerStyle={{ maxWidth: 260 }}
    />
  );
}
