import { pairSvg, type FigureColours } from '../drawing/figureSvg.ts';
import type { ShownDrill, ShownPart } from '../planParts.ts';
import { PAGE_SCRIPT, PAGE_SCRIPT_HASH } from './script.generated.ts';
import { PAGE_STYLE } from './style.ts';

/** A drill as it is done: its sets one after another. */
export interface HomeDrill extends ShownDrill {
  steps: readonly {
    side: 'left' | 'right' | 'both';
    seconds: number | null;
    reps: number | null;
  }[];
  /** It hurt at home and the coach has not looked at it yet: it stays stopped. */
  isStopped: boolean;
}

/** Content of the client's page: words ready to be read, pictures, and the sets of each drill. */
export interface ClientPage {
  title: string;
  /** Of the plan, to tell whose ticks come back. */
  planId: string;
  parts: readonly ShownPart<HomeDrill>[];
  /** Where the ticks are sent; null = the page is a file, and the ticks are shown as a code. */
  sendTo: string | null;
}

const COLOURS: FigureColours = {
  near: '#1c2b33',
  far: '#93a2a9',
  thing: '#8a5a00',
  floor: '#c9c2b4',
};

/** Beside a drill that hurt. */
const STOPPED =
  'This one hurt. Leave it out until your coach has looked at it. Numbness, locking, giving way, swelling or chest pain: see a licensed clinician.';

const escaped = (words: string): string =>
  words
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;')
    .replaceAll('"', '&quot;');

/** JSON that cannot end the element it stands in. */
const embedded = (data: unknown): string => JSON.stringify(data).replaceAll('<', '\\u003c');

/** What the page may load: nothing but what is in it; the ticks may go back to where it came from. */
export const pagePolicy = (sendTo: string | null): string =>
  [
    "default-src 'none'",
    "style-src 'unsafe-inline'",
    `script-src '${PAGE_SCRIPT_HASH}'`,
    'img-src data:',
    ...(sendTo === null ? [] : ["connect-src 'self'"]),
    "base-uri 'none'",
    "form-action 'none'",
  ].join('; ');

const shell = (title: string, policy: string, body: string): string =>
  `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><meta name="referrer" content="no-referrer"><meta name="robots" content="noindex"><meta http-equiv="Content-Security-Policy" content="${escaped(policy)}"><title>${escaped(title)}</title><style>${PAGE_STYLE}</style></head><body>${body}</body></html>`;

/**
 * The client's page: one file that needs nothing else. It reads without its script too; with it there are timers, ticks, "something hurts" and what
 * goes back to the coach. No name is in it.
 */
export function clientPage(page: ClientPage): string {
  let place = 0;
  const parts = page.parts.map(({ title, lines, drills }) => {
    const own = drills.map((drill) => {
      place += 1;
      const picture = drill.photo
        ? `<img alt="" src="${escaped(drill.photo)}">`
        : drill.picture
          ? pairSvg(drill.picture, COLOURS, 110)
          : '';
      return `<article data-place="${place}"><div class="picture">${picture}</div><h3>${escaped(drill.title)}</h3>${drill.lines.map((line) => `<p>${escaped(line)}</p>`).join('')}${drill.isStopped ? `<p class="care">${STOPPED}</p>` : ''}<div class="tools" hidden></div></article>`;
    });
    return `<section><h2>${escaped(title)}</h2>${lines.map((line) => `<p>${escaped(line)}</p>`).join('')}${own.join('')}</section>`;
  });
  const drills = page.parts.flatMap((part) => part.drills);
  const data = {
    planId: page.planId,
    sendTo: page.sendTo,
    drills: drills.map(({ title, steps, isStopped }) => ({ title, steps, isStopped })),
  };
  const after =
    drills.length === 0
      ? ''
      : '<section id="after" hidden><h2>When you are done</h2><div id="felt"></div><div id="back"></div></section>';
  return shell(
    page.title,
    pagePolicy(page.sendTo),
    `<main><h1>${escaped(page.title)}</h1>${parts.join('')}${after}</main><script type="application/json" id="plan">${embedded(data)}</script><script>${PAGE_SCRIPT}</script>`,
  );
}

/** The page for links that do not open: ended, revoked and guessed ones get the same. */
export const nothingPage = (): string =>
  shell(
    'Squat plan',
    pagePolicy(null),
    '<main><h1>This plan cannot be opened here</h1><p>The link may have ended, or a newer one was made. Ask your coach for a new link.</p></main>',
  );

/** The page while the screen holds the client back. */
export const pausedPage = (): string =>
  shell(
    'Squat plan',
    pagePolicy(null),
    '<main><h1>Your plan is paused</h1><p>Something has come up that your coach wants to look at first. Please get in touch before you train.</p><p>Numbness, locking, giving way, unexplained swelling, or chest pain: see a licensed clinician.</p></main>',
  );
