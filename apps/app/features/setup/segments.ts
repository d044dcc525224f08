/** The sides of Set's one answer, in the order a coach asks for them. */
export const SEGMENTS = [
  { value: 'why', label: 'Why' },
  { value: 'alternatives', label: 'Alternatives' },
  { value: 'map', label: 'Map' },
  { value: 'trials', label: 'Trials' },
  { value: 'history', label: 'History' },
] as const;

export type Segment = (typeof SEGMENTS)[number]['value'];

/** The segment an address names; Why where it names none. */
export const segmentOf = (show: string | undefined): Segment =>
  SEGMENTS.find((s) => s.value === show)?.value ?? 'why';
