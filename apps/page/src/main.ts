import { create } from 'qrcode/lib/core/qrcode.js';
import { writeHomeCode, type HomeSaid } from '@zither/formats/homeCode';
import { countdown } from './countdown.ts';

/** The data in the page. */
interface Plan {
  planId: string;
  sendTo: string | null;
  drills: {
    title: string;
    steps: { side: 'left' | 'right' | 'both'; seconds: number | null; reps: number | null }[];
    /** It hurt before, and the coach has not looked at it yet. */
    isStopped: boolean;
  }[];
}

const plan = JSON.parse(document.getElementById('plan')!.textContent) as Plan;
const today = (): string => {
  const now = new Date();
  const two = (n: number) => String(n).padStart(2, '0');
  return `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`;
};

/** What is ticked, kept on this device for the day. */
interface Ticked {
  on: string;
  done: number[];
  hurts: number[];
  felt: HomeSaid['felt'];
}
const KEY = `squat-plan ${plan.planId}`;
function kept(): Ticked {
  const fresh: Ticked = { on: today(), done: [], hurts: [], felt: null };
  try {
    const found = JSON.parse(localStorage.getItem(KEY) ?? 'null') as Ticked | null;
    if (found?.on === fresh.on) return found;
    // Behind a link the coach's word comes with the page; a file knows only what was said on it, so what hurt still does.
    return { ...fresh, hurts: plan.sendTo === null ? (found?.hurts ?? []) : [] };
  } catch {
    return fresh;
  }
}
const ticked = kept();
function keep(): void {
  try {
    localStorage.setItem(KEY, JSON.stringify(ticked));
  } catch {
    // A page from a file may keep nothing: the ticks last until it is closed.
  }
}

const put = <K extends keyof HTMLElementTagNameMap>(
  into: Element,
  tag: K,
  words = '',
  className = '',
): HTMLElementTagNameMap[K] => {
  const element = document.createElement(tag);
  element.textContent = words;
  if (className !== '') element.className = className;
  into.append(element);
  return element;
};

const SIDES = { left: 'left side', right: 'right side', both: 'both sides' };
const sayStep = ({ side, seconds, reps }: Plan['drills'][number]['steps'][number]): string =>
  `${seconds === null ? `${reps} reps` : seconds % 60 === 0 ? `${seconds / 60} min` : `${seconds} s`}, ${SIDES[side]}`;

const without = (list: number[], place: number) => list.filter((n) => n !== place);

/** Drills of which the coach has been told that they hurt. */
const told = new Set<number>();
const shown: (() => void)[] = [];

for (const article of document.querySelectorAll<HTMLElement>('article[data-place]')) {
  const place = Number(article.dataset['place']);
  const { steps, isStopped } = plan.drills[place - 1]!;
  // The page says beside it why: there is nothing to press.
  if (isStopped) {
    article.classList.add('stopped');
    continue;
  }
  const tools = article.querySelector<HTMLElement>('.tools')!;
  tools.hidden = false;

  const stopped = put(
    article,
    'p',
    'Stop this one and leave it out until your coach has looked at it. Numbness, locking, giving way, swelling or chest pain: see a licensed clinician.',
    'care',
  );
  stopped.setAttribute('role', 'alert');

  const clock = countdown(tools, steps, sayStep);
  const label = put(tools, 'label', '', 'pick');
  const tick = put(label, 'input');
  tick.type = 'checkbox';
  put(label, 'span', 'Done today');
  const hurts = put(tools, 'button', '', 'hurts');

  const show = () => {
    const isHurting = ticked.hurts.includes(place);
    article.classList.toggle('stopped', isHurting);
    stopped.hidden = !isHurting;
    hurts.textContent = isHurting ? 'It does not hurt' : 'Something hurts';
    // Once the coach has been told, only the coach lets it go.
    hurts.hidden = isHurting && told.has(place);
    tick.checked = ticked.done.includes(place);
    label.hidden = isHurting;
    clock.allow(!isHurting);
    showBack();
  };
  tick.addEventListener('change', () => {
    ticked.done = tick.checked
      ? [...without(ticked.done, place), place]
      : without(ticked.done, place);
    keep();
    show();
  });
  hurts.addEventListener('click', () => {
    const isHurting = ticked.hurts.includes(place);
    ticked.hurts = isHurting ? without(ticked.hurts, place) : [...ticked.hurts, place];
    if (!isHurting) ticked.done = without(ticked.done, place);
    keep();
    show();
    // What hurts is told at once, not only when all is done.
    if (!isHurting) void send();
  });
  shown.push(show);
}

const after = document.getElementById('after');
const back = document.getElementById('back');

/** What goes to the coach now. */
const said = (): HomeSaid => ({ planId: plan.planId, ...ticked });

function codeShown(into: Element, why: string): void {
  put(into, 'p', why);
  const code = writeHomeCode(said());
  put(into, 'p', code, 'code');
  const { modules } = create(code, { errorCorrectionLevel: 'M' });
  const squares: string[] = [];
  for (let y = 0; y < modules.size; y += 1)
    for (let x = 0; x < modules.size; x += 1)
      if (modules.get(y, x)) squares.push(`M${x + 2} ${y + 2}h1v1h-1z`);
  const box = put(into, 'div');
  box.id = 'qr';
  const size = modules.size + 4;
  const svg = document.createElementNS('http://www.w3.org/2000/svg', 'svg');
  svg.setAttribute('viewBox', `0 0 ${size} ${size}`);
  svg.setAttribute('role', 'img');
  svg.setAttribute('aria-label', `The same code to be scanned: ${code}`);
  const path = document.createElementNS('http://www.w3.org/2000/svg', 'path');
  path.setAttribute('d', squares.join(''));
  svg.append(path);
  box.append(svg);
}

let sent: 'not' | 'sending' | 'sent' | 'failed' = 'not';
let sentWhat = '';

async function send(): Promise<void> {
  if (plan.sendTo === null) return showBack();
  const body = JSON.stringify(said());
  sent = 'sending';
  showBack();
  try {
    const answer = await fetch(plan.sendTo, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body,
    });
    sent = answer.ok ? 'sent' : 'failed';
    sentWhat = body;
    if (answer.ok) for (const place of (JSON.parse(body) as HomeSaid).hurts) told.add(place);
  } catch {
    sent = 'failed';
  }
  for (const show of shown) show();
  showBack();
}

function showBack(): void {
  if (!back) return;
  back.replaceChildren();
  const hasAny = ticked.done.length + ticked.hurts.length > 0;
  if (!hasAny) {
    put(back, 'p', 'Tick what you have done; then it can go to your coach.');
    return;
  }
  if (plan.sendTo === null) {
    codeShown(back, 'Send this code to your coach, or show it at the next session:');
    return;
  }
  const isSame = sent === 'sent' && sentWhat === JSON.stringify(said());
  const status = put(back, 'p', isSame ? 'Your coach has it.' : '');
  status.setAttribute('role', 'status');
  if (sent === 'failed')
    codeShown(back, 'It could not be sent. Try again, or give this code to your coach:');
  if (!isSame) {
    const button = put(
      back,
      'button',
      sent === 'sending' ? 'Sending…' : 'Send to your coach',
      'main',
    );
    button.disabled = sent === 'sending';
    button.addEventListener('click', () => void send());
  }
}

if (after) {
  after.hidden = false;
  const field = put(document.getElementById('felt')!, 'fieldset');
  put(field, 'legend', 'How did it feel?');
  for (const [felt, words] of [
    ['easy', 'Easy'],
    ['right', 'About right'],
    ['hard', 'Hard'],
  ] as const) {
    const label = put(field, 'label', '', 'pick');
    const input = put(label, 'input');
    input.type = 'radio';
    input.name = 'felt';
    input.checked = ticked.felt === felt;
    put(label, 'span', words);
    input.addEventListener('change', () => {
      ticked.felt = felt;
      keep();
      showBack();
    });
  }
  showBack();
}

for (const show of shown) show();
