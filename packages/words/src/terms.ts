/** The words of the trade as every screen and paper uses them: one and several. */
export const TERMS = {
  answer: ['answer', 'answers'],
  cause: ['cause', 'causes'],
  entry: ['entry', 'entries'],
  fault: ['fault', 'faults'],
  day: ['day', 'days'],
  drill: ['drill', 'drills'],
  goal: ['goal', 'goals'],
  length: ['length', 'lengths'],
  line: ['line', 'lines'],
  look: ['look', 'looks'],
  measure: ['measure', 'measures'],
  minute: ['minute', 'minutes'],
  piece: ['piece', 'pieces'],
  question: ['question', 'questions'],
  reading: ['reading', 'readings'],
  set: ['set', 'sets'],
  segment: ['segment', 'segments'],
  test: ['test', 'tests'],
  trial: ['trial', 'trials'],
} as const satisfies Record<string, readonly [one: string, several: string]>;
export type Term = keyof typeof TERMS;

/** Units as they follow a number: angles close up, the rest after a space that does not break. */
export const UNITS = { mm: ' mm', cm: ' cm', deg: '°', kg: ' kg', percent: ' %' } as const;

// Made when first needed: a browser takes a while to open its language tables, and the first page needs neither.
let plural: Intl.PluralRules | undefined;
let conjunction: Intl.ListFormat | undefined;
let disjunction: Intl.ListFormat | undefined;

/** The word alone, as many as there are. */
export function term(n: number, of: Term): string {
  plural ??= new Intl.PluralRules('en');
  return TERMS[of][plural.select(n) === 'one' ? 0 : 1];
}

/** "1 trial", "3 trials". */
export const count = (n: number, of: Term): string => `${n} ${term(n, of)}`;

/** "a, b and c". */
export function sayList(parts: Iterable<string>): string {
  conjunction ??= new Intl.ListFormat('en', { type: 'conjunction' });
  return conjunction.format(parts);
}

/** "a, b or c". */
export function sayOr(parts: Iterable<string>): string {
  disjunction ??= new Intl.ListFormat('en', { type: 'disjunction' });
  return disjunction.format(parts);
}

/** The first letter large, as a sentence or a title begins. */
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
