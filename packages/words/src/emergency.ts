/** The steps typed one a line; empty lines are left out. */
export const emergencyStepsFrom = (text: string): string[] =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line !== '');

/** What is wrong with the steps, in a sentence; null when they may be kept. */
export function sayEmergencyProblem(steps: readonly string[]): string | null {
  if (steps.length > 12) return 'Keep to 12 steps: nobody reads more in an emergency.';
  const long = steps.findIndex((step) => step.length > 200);
  return long < 0 ? null : `Step ${long + 1} is longer than 200 characters.`;
}
