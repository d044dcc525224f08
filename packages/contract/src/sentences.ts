import { z } from 'zod';

const TYPES: Readonly<Record<string, string>> = {
  int: 'a whole number',
  nan: 'a number',
  record: 'an object',
  map: 'an object',
  undefined: 'left out',
  null: 'null',
  boolean: 'true or false',
};
const aType = (type: string): string =>
  TYPES[type] ??
  (type === 'object' ? 'an object' : /^[aeiou]/.test(type) ? `an ${type}` : `a ${type}`);

const FORMATS: Readonly<Record<string, string>> = {
  uuid: 'a UUID',
  date: 'a day written yyyy-mm-dd',
  datetime: 'a moment written in ISO 8601, UTC',
  base64: 'base 64',
};

const counted = (n: number | bigint, origin: string): string =>
  origin === 'string' ? `${n} characters` : `${n} entries`;
const isNumeric = (origin: string) => /^(number|int|bigint|date)$/.test(origin);

/**
 * What is wrong with an input, as the end of a sentence that begins with its path; for every rule that has no words of its own.
 * Messages of the validator itself never reach a reader.
 */
export function sayIssue(issue: z.core.$ZodRawIssue): string {
  switch (issue.code) {
    case 'invalid_type':
      return issue.input === undefined ? 'is missing.' : `must be ${aType(issue.expected)}.`;
    case 'too_small':
      return isNumeric(issue.origin)
        ? `must be ${issue.inclusive === false ? 'more than' : 'at least'} ${issue.minimum}.`
        : `must have at least ${counted(issue.minimum, issue.origin)}.`;
    case 'too_big':
      return isNumeric(issue.origin)
        ? `must be ${issue.inclusive === false ? 'less than' : 'at most'} ${issue.maximum}.`
        : `must have at most ${counted(issue.maximum, issue.origin)}.`;
    case 'invalid_format':
      return `must be ${FORMATS[issue.format] ?? 'written as docs/formats.md says'}.`;
    case 'not_multiple_of':
      return `must be a multiple of ${issue.divisor}.`;
    case 'invalid_value':
      return issue.input === undefined
        ? 'is missing.'
        : issue.values.length === 1
          ? `must be ${String(issue.values[0])}.`
          : `must be one of ${issue.values.map(String).join(', ')}.`;
    case 'invalid_union':
      return issue.input === undefined
        ? 'is missing.'
        : 'must have one of the forms it is known in.';
    case 'unrecognized_keys':
      return `has keys that are not known: ${issue.keys.join(', ')}.`;
    case 'invalid_key':
    case 'invalid_element':
      return 'has an entry that cannot be read.';
    default:
      return 'cannot be read.';
  }
}

z.config({ customError: sayIssue });
