const questionOf = (f: Telling): string => (f.kind === 'answer' ? f.about.split(' ')[0]! : '');

/**
 * The same answer given again to a question that was cleared: on the same screen by somebody who saw it there; or on another, with no "no" since that the
 * clearance did not know of. One that turns a "no" round is another answer.
 */
function isAgain(hold: Fact, theirs: readonly Fact[], by: Fact, facts: readonly Fact[]): boolean {
  if (hold.kind !== 'answer') return false;
  const same = facts.filter((f) => questionOf(f) === questionOf(hold));
  const noes = same.filter((f) => f.about.endsWith('no'));
  const turned = noes.filter((f) => f.row === hold.row && hold.knew.has(f.id));
  const hasUnknown = noes.some((f) => !by.knew.has(f.id));
  return same.some(
    (f) =>
      theirs.includes(f) &&
      (f.row === hold.row && hold.knew.has(f.id)
        ? turned.every((no) => f.knew.has(no.id))
        : turned.length === 0 && !hasUnknown),
  );
}

/**
 * What a careful coach would make of what was said, written apart from the product: a list of things said, each with who said it and what that coach
 * knew of, and nothing of clocks, rows, versions or merging.
 */
export interface Fact {
  id: number;
  by: number;
  /** Facts that had reached the one who said it. */
  knew: ReadonlySet<number>;
  kind: 'stop' | 'after' | 'answer' | 'pain' | 'clearance' | 'correction';
  /** What it is about: the stop, the screen, the pain. */
  row: string;
  about: string;
  /** Facts that a new screen repeats of the one before it: told with it, wherever it arrives. */
  repeats: ReadonlySet<number>;
}

/** What is said of a fact where it is told; the rest the reader works out. */
export type Telling = Pick<Fact, 'kind' | 'row' | 'about'>;

/** A correction is a word of its own, not another of the thing it corrects. */
const isOwn = ({ kind }: Fact): boolean => kind === 'correction';

export class Careful {
  private facts: Fact[] = [];
  private server = new Set<number>();
  private reached: Set<number>[];

  constructor(devices: number) {
    this.reached = Array.from({ length: devices }, () => new Set<number>());
  }

  /** @param repeating the screen whose answers a new one repeats; null = none */
  said(by: number, fact: Telling, repeating: string | null = null): Fact {
    const knew = new Set(this.reached[by]);
    const repeated = this.facts.filter(
      (f) => knew.has(f.id) && f.kind === 'answer' && f.row === repeating,
    );
    // Its own question it answers anew, and so does not repeat.
    const isOther = (id: number) => questionOf(this.facts[id]!) !== questionOf(fact);
    const repeats = new Set(repeated.flatMap((f) => [f.id, ...f.repeats]).filter(isOther));
    const made = { ...fact, id: this.facts.length, by, knew, repeats };
    this.facts.push(made);
    this.reached[by]!.add(made.id);
    return made;
  }

  /** It arrived, and with it what the same device said before of the same thing: a device sends its last word. */
  arrived(fact: Fact): void {
    for (const f of this.facts)
      if (
        f === fact ||
        (f.id < fact.id && f.by === fact.by && f.row === fact.row && !isOwn(f) && !isOwn(fact))
      )
        for (const id of [f.id, ...f.repeats]) this.server.add(id);
  }

  toldAll(who: number): void {
    for (const id of this.server) this.reached[who]!.add(id);
  }

  toldOfRow(who: number, row: string): void {
    for (const { id, row: of, kind, repeats } of this.facts)
      if (this.server.has(id) && of === row && kind !== 'correction')
        for (const told of [id, ...repeats]) this.reached[who]!.add(told);
  }

  holds = (who: number): boolean => this.heldBy(this.reached[who]!);
  holdsAtServer = (): boolean => this.heldBy(this.server);

  private heldBy(known: ReadonlySet<number>): boolean {
    const facts = this.facts.filter((f) => known.has(f.id));
    return this.standing(facts).some((hold) => !this.isLifted(hold, facts));
  }

  /** What holds, as far as these facts tell, before anybody clears or corrects it. */
  private standing(facts: readonly Fact[]): Fact[] {
    /** The last words: those that no other, of the same thing, was said in knowledge of. */
    const lastOf = (list: readonly Fact[]) =>
      list.filter((f) => !list.some((g) => g !== f && g.knew.has(f.id)));
    return facts.flatMap((f): Fact[] => {
      if (f.kind === 'pain') return [f];
      if (f.kind === 'stop') {
        if (f.about !== 'fell') return [f];
        const after = lastOf(facts.filter((a) => a.kind === 'after' && a.row === f.row));
        return after.length === 0 || after.some((a) => a.about === 'persists') ? [f] : [];
      }
      if (f.kind !== 'answer' || !f.about.endsWith('yes')) return [];
      const question = f.about.split(' ')[0]!;
      const same = facts.filter(
        (a) => a.kind === 'answer' && a.row === f.row && a.about.startsWith(`${question} `),
      );
      return lastOf(same).includes(f) ? [f] : [];
    });
  }

  /** Whether somebody who knew of it, as it stands, cleared or corrected it. */
  private isLifted(hold: Fact, facts: readonly Fact[]): boolean {
    return facts.some((f) => {
      if (f.kind !== 'clearance' && !(f.kind === 'correction' && f.row === hold.row)) return false;
      const theirs = this.standing(this.facts.filter((g) => f.knew.has(g.id)));
      return theirs.includes(hold) || (f.kind === 'clearance' && isAgain(hold, theirs, f, facts));
    });
  }
}
