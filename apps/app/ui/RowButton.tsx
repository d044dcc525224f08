import type { ButtonProps } from '@rneui/base';
import { Button } from './elements.ts';
import { useLook } from './useLook.ts';

/** So wide is a short word's button beside others on wide, px. */
const LEAST_PX = 120;

/** A button in a row with others or alone in the foot: it shares the width of a phone, and is as wide as its text on wide. */
export function RowButton({
  share = 1,
  ...button
}: Omit<ButtonProps, 'containerStyle' | 'children'> & {
  /** Its part of a phone's width. */
  share?: number;
}) {
  const { isWide } = useLook();
  return <Button {...button} containerStyle={isWide ? { minWidth: LEAST_PX } : { flex: share }} />;
}
