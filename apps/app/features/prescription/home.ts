import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import { addDays } from 'date-fns/addDays';
import { formatISO } from 'date-fns/formatISO';
import { parseISO } from 'date-fns/parseISO';
import type { Dossier, HomeReportValues, LinkValues, Prescription } from '@zither/contract';
import { readHomeCode } from '@zither/formats/homeCode';
import { drillPhotos, hurtAtHome } from '@zither/visit';
import { homePage } from '@zither/words/planPages';
import { saveFile } from '../data/index.ts';

/** A link opens so long (house default). */
const LINK_DAYS = 42;
const TOKEN_BYTES = 24;

/** Bytes as text that may stand in an address. */
const inAddress = (bytes: Uint8Array): string =>
  btoa(String.fromCharCode(...bytes))
    .replaceAll('+', '-')
    .replaceAll('/', '_')
    .replaceAll('=', '');

/** A new link: its token, which is shown once and kept nowhere, and what is kept of it. */
export function newLink(on: string): { token: string; values: LinkValues } {
  const token = inAddress(crypto.getRandomValues(new Uint8Array(TOKEN_BYTES)));
  return {
    token,
    values: {
      // The browser hashes in secure pages only; a practice may be reached without https on its own network.
      tokenHash: bytesToHex(sha256(utf8ToBytes(token))),
      madeOn: on,
      expiresOn: formatISO(addDays(parseISO(on), LINK_DAYS), { representation: 'date' }),
      revoked: false,
    },
  };
}

/** Where a token opens: the server says on which port its pages are; without an answer, on the usual one beside this page's. */
export async function linkAddress(token: string): Promise<string> {
  const { protocol, hostname, port } = window.location;
  const usual = `${protocol}//${hostname}:${Number(port === '' ? 8080 : port) + 2}`;
  try {
    const answer = await fetch('/api/pages');
    const { pages } = (await answer.json()) as {
      pages: { origin: string | null; port: number } | null;
    };
    if (!pages) return `${usual}/p/${token}`;
    return `${pages.origin ?? `${protocol}//${hostname}:${pages.port}`}/p/${token}`;
  } catch {
    return `${usual}/p/${token}`;
  }
}

/** Hands the client's page over as one file. What it is made with comes with the first one. */
export function pageFile(
  plan: Prescription,
  within: readonly string[],
  dossier: Pick<Dossier, 'schools' | 'homeReports' | 'decisions'>,
): void {
  const photos = drillPhotos(dossier.schools);
  const hurt = hurtAtHome(dossier).map((h) => h.drill);
  void import('@zither/formats/clientPage').then(({ clientPage }) =>
    saveFile(
      `squat-plan-${plan.givenOn}.html`,
      clientPage(homePage(plan, within, { photos, hurt }, null)),
      'text/html',
    ),
  );
}

/** A code of the client's page as what is kept, or what is wrong with it. */
export function readCode(
  text: string,
  { prescriptions }: Pick<Dossier, 'prescriptions'>,
): { ok: true; values: HomeReportValues } | { ok: false; problem: string } {
  const read = readHomeCode(text, prescriptions);
  if (!read.ok) return read;
  const { said } = read;
  const ids = (places: readonly number[]) =>
    places.flatMap(
      (place) => prescriptions.find((p) => p.id === said.planId)?.drills[place - 1]?.id ?? [],
    );
  return {
    ok: true,
    values: {
      planId: said.planId,
      on: said.on,
      by: 'code',
      done: ids(said.done),
      hurts: ids(said.hurts),
      felt: said.felt,
    },
  };
}
