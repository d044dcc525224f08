/** Faults of what was typed, each as a sentence: one wording for every form. */

/** Not a number, or not in this unit. */
export const sayNotNumber = (name: string, unit: string): string =>
  `${name} must be a number${unit === '' ? '' : ` in ${unit}`}.`;

/** A number nobody can have. */
export const sayImpossible = (name: string, typed: string, least: string, most: string): string =>
  `${name} of ${typed} is not possible: ${least} to ${most}.`;

/** A number few people have: asked about once. */
export const sayUnusual = (typed: string): string =>
  `${typed} is outside the usual adult range. Is it right?`;

/** A name that is in use. */
export const sayTaken = (kind: 'drill' | 'method', name: string): string =>
  `There is a ${kind} “${name}” already: give it another name.`;
