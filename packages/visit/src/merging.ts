import type { Differing, PainValues, ScreeningValues, StopValues } from '@zither/contract';
import type { HoldingKind } from '@zither/contract/kinds';

type Question = ScreeningValues['asked'][number];
type Answers = ScreeningValues['answers'];

/** What one version of a screen says of one question. */
interface Said {
  isAsked: boolean;
  answers: Answers;
  /** As it was recorded with the answer; older screens did not. */
  moment: string | undefined;
  at: string;
  by: string;
}

/** Values of a row as one side has them, with who said them and when. */
export interface Version<T> {
  values: T;
  saidAt: string;
  saidBy: string;
}

/** As text that does not depend on the order of keys. */
const textOf = (value: unknown): string =>
  JSON.stringify(value, (_key, v: unknown) =>
    typeof v === 'object' && v !== null && !Array.isArray(v)
      ? Object.fromEntries(Object.entries(v).sort(([a], [b]) => (a < b ? -1 : 1)))
      : v,
  ) ?? '';

const same = (a: unknown, b: unknown): boolean => textOf(a) === textOf(b);

const only = (answers: Answers, question: Question): Answers =>
  answers[question] === undefined ? {} : { [question]: answers[question] };

const saidOf = (
  { values, saidAt, saidBy }: Version<ScreeningValues>,
  question: Question,
): Said => ({
  isAsked: values.asked.includes(question),
  answers: only(values.answers, question),
  moment: values.answeredAt[question],
  at: values.answeredAt[question] ?? saidAt,
  by: saidBy,
});

const isSameSaid = (a: Said, b: Said): boolean =>
  a.isAsked === b.isAsked && a.moment === b.moment && same(a.answers, b.answers);

/**
 * How much an answer holds back, to choose between two of one question: no, yes with a clinician or guardian, yes; pain by its level.
 */
function weightOf(answers: Answers, question: Question): number {
  const said = answers[question];
  if (said === undefined || said === false) return 0;
  if (typeof said !== 'object') return 2;
  if ('level' in said) return 1 + said.level;
  if ('clearedByClinician' in said) return said.clearedByClinician ? 1 : 2;
  return said.guardianPresent ? 1 : 2;
}

const isSettled = ({ settled = [] }: ScreeningValues, question: Question, at: string): boolean =>
  settled.some((s) => s.question === question && s.at.includes(at));

/** Everything said of a question that was not settled, each once. */
function toDecide(
  question: Question,
  versions: readonly ScreeningValues[],
  said: readonly Said[],
): Differing | null {
  const list = [
    ...versions.flatMap((v) => v.differs?.find((d) => d.question === question)?.said ?? []),
    ...said.map(({ answers, at, by }) => ({ answers, at, by })),
  ].filter((s) => !versions.some((v) => isSettled(v, question, s.at)));
  const each = [...new Map(list.map((s) => [`${s.at} ${textOf(s.answers)}`, s])).values()];
  // The same answer of two devices stays as two: whoever changes one has not seen the other.
  if (each.length < 2 || each.every((s) => weightOf(s.answers, question) === 0)) return null;
  return { question, said: each.sort((a, b) => a.at.localeCompare(b.at)).slice(0, 8) };
}

/** Of several answers to decide between, the one that holds back most; else the one given. */
function heaviest(question: Question, open: Differing | null, said: Said): Said {
  const most = [...(open?.said ?? [])].sort(
    (a, b) => weightOf(b.answers, question) - weightOf(a.answers, question),
  )[0];
  return most && weightOf(most.answers, question) > weightOf(said.answers, question)
    ? { isAsked: true, answers: most.answers, moment: most.at, at: most.at, by: most.by }
    : said;
}

/**
 * One screen out of two that were made on the same one, question by question: what only one changed is theirs to change; where both changed it
 * differently, the answer that holds back more stands, and both are kept to be decided.
 *
 * @param base the screen both were made on; null = neither knew of one
 * @param theirs as it stands
 * @param mine what is to be kept on top of it
 */
function mergedScreens(
  base: Version<ScreeningValues> | null,
  theirs: Version<ScreeningValues>,
  mine: Version<ScreeningValues>,
): ScreeningValues {
  const questions = [...new Set([...theirs.values.asked, ...mine.values.asked])];
  const told = new Set<Question>([
    ...questions,
    ...(Object.keys(theirs.values.answers) as Question[]),
    ...(Object.keys(mine.values.answers) as Question[]),
  ]);
  const asked: Question[] = [];
  const answers: Record<string, unknown> = {};
  const answeredAt: Record<string, string> = {};
  const differs: Differing[] = [];
  const take = (question: Question, said: Said) => {
    if (said.isAsked) asked.push(question);
    Object.assign(answers, said.answers);
    if (said.isAsked || same(said.answers, {}) === false) answeredAt[question] = said.at;
  };
  for (const question of told) {
    const [b, t, m] = [
      base && saidOf(base, question),
      saidOf(theirs, question),
      saidOf(mine, question),
    ];
    const open = (said: readonly Said[]) => {
      const found = toDecide(question, [theirs.values, mine.values], said);
      if (found) differs.push(found);
      return found;
    };
    const isMineOld = (b !== null && isSameSaid(m, b)) || isSettled(theirs.values, question, m.at);
    const isTheirsOld = (b !== null && isSameSaid(t, b)) || isSettled(mine.values, question, t.at);
    // A question that one side is asking again has no answer there yet.
    if (isSameSaid(m, t) || isMineOld || !m.isAsked) {
      take(question, heaviest(question, open([t]), t));
    } else if (isTheirsOld || !t.isAsked) {
      take(question, heaviest(question, open([m]), m));
    } else {
      const holdsMore = weightOf(m.answers, question) > weightOf(t.answers, question) ? m : t;
      take(question, holdsMore);
      open([t, m]);
    }
  }
  const isMine = <K extends 'purpose' | 'takenOn'>(key: K) =>
    base === null ? theirs.values[key] === null : !same(mine.values[key], base.values[key]);
  const settled = [
    ...new Map(
      [...(theirs.values.settled ?? []), ...(mine.values.settled ?? [])].map((s) => [textOf(s), s]),
    ).values(),
  ];
  const turned = [...new Set([...(theirs.values.turned ?? []), ...(mine.values.turned ?? [])])];
  return {
    takenOn: (isMine('takenOn') ? mine : theirs).values.takenOn,
    purpose: (isMine('purpose') ? mine : theirs).values.purpose,
    asked,
    answers: answers as Answers,
    answeredAt,
    ...(turned.length > 0 ? { turned } : {}),
    ...(differs.length > 0 ? { differs } : {}),
    ...(settled.length > 0 ? { settled } : {}),
  };
}

/** How a stop went on, from what holds back least: it never happened, the pain was said, it passed, it is still there, nobody said yet. */
const AFTER_WEIGHT: Record<Exclude<StopValues['after'], null> | 'open', number> = {
  mistake: 0,
  painSaid: 1,
  gone: 2,
  persists: 3,
  helpCalled: 3,
  open: 4,
};

function mergedStops(
  base: Version<StopValues> | null,
  theirs: Version<StopValues>,
  mine: Version<StopValues>,
): StopValues {
  const [t, m] = [theirs.values, mine.values];
  if (base && m.after === base.values.after) return t;
  if (base && t.after === base.values.after) return { ...t, after: m.after };
  const more = AFTER_WEIGHT[m.after ?? 'open'] > AFTER_WEIGHT[t.after ?? 'open'] ? m : t;
  return { ...t, after: more.after };
}

function mergedPains(
  base: Version<PainValues> | null,
  theirs: Version<PainValues>,
  mine: Version<PainValues>,
): PainValues {
  const [t, m] = [theirs.values, mine.values];
  if (base && same(m, base.values)) return t;
  if (base && same(t, base.values)) return m;
  return m.level > t.level ? m : t;
}

const MERGES: Record<HoldingKind, (...versions: never[]) => object> = {
  screening: mergedScreens,
  stop: mergedStops,
  pain: mergedPains,
};

/** What two devices said on the same row of a kind that may hold, as one row that holds whenever either would. */
export const mergedRow = (
  kind: HoldingKind,
  base: Version<object> | null,
  theirs: Version<object>,
  mine: Version<object>,
): object => MERGES[kind](base as never, theirs as never, mine as never);

/**
 * A screen with one question answered, which also decides it where devices differed: every answer that was given to it is settled by name. The same
 * answer given again keeps its moment.
 *
 * @param at moment of the answer, ISO 8601 UTC
 */
export function answered(
  values: ScreeningValues,
  question: Question,
  answers: Answers,
  at: string,
): ScreeningValues {
  const of = values.differs?.find((d) => d.question === question);
  const others = (values.differs ?? []).filter((d) => d !== of);
  const { differs: _differs, turned = [], ...rest } = values;
  const given = only(answers, question);
  const before = values.answeredAt[question];
  const isSameAnswer = same(given, only(values.answers, question));
  const isTurned = before !== undefined && !isSameAnswer && !turned.includes(question);
  const allTurned = isTurned ? [...turned, question] : turned;
  const isOpen = toBeDecided(values).some((d) => d.question === question);
  if (before !== undefined && isSameAnswer && !isOpen && weightOf(given, question) > 0) {
    // Said once more: whoever changes the answer without having seen that does not take it back.
    const said = of?.said ?? [{ answers: given, at: before, by: '' }];
    const again = { question, said: [...said, { answers: given, at, by: '' }].slice(-8) };
    return {
      ...values,
      asked: [...values.asked.filter((q) => q !== question), question],
      differs: [...others, again],
    };
  }
  return {
    ...rest,
    answers: {
      ...Object.fromEntries(Object.entries(values.answers).filter(([q]) => q !== question)),
      ...given,
    },
    asked: [...values.asked.filter((q) => q !== question), question],
    answeredAt: {
      ...values.answeredAt,
      [question]: before !== undefined && isSameAnswer && !of ? before : at,
    },
    ...(allTurned.length > 0 ? { turned: allTurned } : {}),
    ...(others.length > 0 ? { differs: others } : {}),
    ...(of
      ? {
          settled: [
            ...(values.settled ?? []),
            { question, at: of.said.map((s) => s.at).filter((moment) => moment !== at) },
          ].slice(-60),
        }
      : {}),
  };
}

/** Questions of a screen to which devices gave answers that are not the same: these a coach decides. */
export const toBeDecided = ({ differs = [] }: Pick<ScreeningValues, 'differs'>): Differing[] =>
  differs.filter(({ said }) => new Set(said.map((s) => textOf(s.answers))).size > 1);
