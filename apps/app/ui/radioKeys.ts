const STEP: Readonly<Record<string, 1 | -1>> = {
  ArrowRight: 1,
  ArrowDown: 1,
  ArrowLeft: -1,
  ArrowUp: -1,
};

/** The arrow keys of a radio group: the next one or the one before is chosen and has the focus, round the ends. */
export function onRadioKey(event: {
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
