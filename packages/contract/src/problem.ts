import { z } from 'zod';

/** The one shape in which anything is refused. `path` names the field or key, dots between steps. */
export const problemSchema = z.strictObject({
  code: z.string(),
  message: z.string(),
  path: z.string().optional(),
});

export type Problem = z.infer<typeof problemSchema>;

/** Writes a path as `setup.toeOutDeg.left`, with array places as `[2]`. */
export const writePath = (path: readonly PropertyKey[]): string =>
  path.reduce<string>(
    (text, step) =>
      typeof step === 'number'
        ? `${text}[${step}]`
        : text
          ? `${text}.${String(step)}`
          : String(step),
    '',
  );

/** The first thing wrong, as a path and a sentence a person can act on. */
export function problemOf(error: z.ZodError): Problem {
  // A misspelt key is also a missing one; naming the misspelling helps more.
  const issue = error.issues.find((i) => i.code === 'unrecognized_keys') ?? error.issues[0];
  if (!issue) return { code: 'invalid', message: 'The input could not be read.' };
  if (issue.code === 'unrecognized_keys') {
    const path = writePath([...issue.path, issue.keys[0] ?? '']);
    return { code: 'invalid', path, message: `${path} is not a known key.` };
  }
  const path = writePath(issue.path);
  return { code: 'invalid', path, message: `${path || 'The input'} ${issue.message}` };
}
