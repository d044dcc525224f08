import type { Dossier, HomeReport, Link } from '@zither/contract';
import { routineSaidAt } from './training.ts';

/** Links that open the plan on a day, the newest first. */
export const openLinks = ({ links }: Pick<Dossier, 'links'>, on: string): Link[] =>
  links.filter((link) => !link.revoked && link.expiresOn >= on);

/**
 * Drills that hurt at home, each with its report, the newest first. A drill comes back once the coach keeps it in after that report; of one
 * day told twice, the last word counts.
 */
export function hurtAtHome(
  dossier: Pick<Dossier, 'homeReports' | 'decisions'>,
): { drill: string; report: HomeReport }[] {
  const { pinned, at } = routineSaidAt(dossier);
  const told = dossier.homeReports.flatMap((report) =>
    report.hurts.map((drill) => ({ drill, report })),
  );
  return told.filter(
    ({ drill, report }, i) =>
      told.findIndex((t) => t.drill === drill) === i &&
      !(at !== null && at > report.saidAt && pinned.includes(drill)),
  );
}
