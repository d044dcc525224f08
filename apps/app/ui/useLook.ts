import { createContext, useContext } from 'react';
import type { Palette } from './theme.ts';

export interface Look {
  colors: Palette;
  /** Whether there is room for two panes. */
  isWide: boolean;
  isDark: boolean;
  /** Of the window, px. */
  width: number;
}

export const LookContext = createContext<Look | null>(null);

/** The palette in force and the room there is. */
export function useLook(): Look {
  const look = useContext(LookContext);
  if (!look) throw new Error('A page is drawn inside LookProvider.');
  return look;
}
