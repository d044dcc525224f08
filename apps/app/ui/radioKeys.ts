const STEP: Readonly<Record<string, 1 | -1>> = {
  ArrowRight: 1,
  ArrowDown: 1,
  ArrowLeft: -1,
  ArrowUp: -1,
};

/** The arrow keys of a radio group: the next one or the one before is chosen and has the focus, round the ends. */
function onRadioKey(event: {
  key: string;
  currentTarget: unknown;
  preventDefault: () => void;
}): void {
  const step = STEP[event.key];
  const group = event.currentTarget;
  if (!step || !(group instanceof HTMLElement)) return;
  const radios = [...group.querySelectorAll<HTMLElement>('[role=radio]:not([aria-disabled=true])')];
  const at = radios.findIndex((r) => r === document.activeElement);
  const next = radios[(at + step + radios.length) % radios.length];
  if (at < 0 || !next) return;
  event.preventDefault();
  next.focus();
  next.click();
}

/** Props of a radio group's frame: the arrow keys move the choice. */
export const RADIO_GROUP = { role: 'radiogroup', onKeyDown: onRadioKey } as const;

/** Props of one radio. The Tab key stops once in a group: at the one chosen, or at the first if none is. */
export const radio = (isOn: boolean, isFirst: boolean, hasChosen: boolean) =>
  ({
    role: 'radio',
    'aria-checked': isOn,
    tabIndex: (hasChosen ? isOn : isFirst) ? 0 : -1,
  }) as const;
