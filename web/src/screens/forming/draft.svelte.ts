import type { Schemas } from '../../lib/api/client';

export type Offer = Schemas['Offer'];
export type Weighed = Schemas['AssignmentWeighed'];

/** An athlete in a group; of groups that were saved, the cost is not known before it is asked for. */
export interface Seat {
  athlete: string;
  rung: string;
  cost?: number;
  parts?: Schemas['FitPart'][];
}

export interface Group {
  offer: Offer;
  place?: string;
  supervisor?: string;
  seats: Seat[];
}

/** Groups as they stand on the screen, not saved; every step can be taken back and taken again. */
export class Draft {
  groups = $state.raw<Group[]>([]);
  #past = $state.raw<Group[][]>([]);
  #future = $state.raw<Group[][]>([]);
  /** What was saved last. */
  #saved = $state.raw<Group[]>([]);

  readonly canUndo = $derived(this.#past.length > 0);
  readonly canRedo = $derived(this.#future.length > 0);
  readonly changed = $derived(this.groups !== this.#saved);
  readonly size = $derived(this.groups.reduce((sum, g) => sum + g.seats.length, 0));
  readonly cost = $derived(
    this.groups.flatMap((g) => g.seats).reduce((sum, s) => sum + (s.cost ?? 0), 0),
  );

  /** Groups that are saved: nothing to take back. */
  kept(groups: Group[]): void {
    this.groups = this.#saved = groups;
    this.#past = this.#future = [];
  }

  put(groups: Group[]): void {
    this.#past = [...this.#past, this.groups];
    this.#future = [];
    this.groups = groups;
  }

  undo = (): void => {
    const before = this.#past.at(-1);
    if (!before) return;
    this.#future = [this.groups, ...this.#future];
    this.#past = this.#past.slice(0, -1);
    this.groups = before;
  };

  redo = (): void => {
    const after = this.#future[0];
    if (!after) return;
    this.#past = [...this.#past, this.groups];
    this.#future = this.#future.slice(1);
    this.groups = after;
  };

  of(athlete: string): number {
    return this.groups.findIndex((g) => g.seats.some((s) => s.athlete === athlete));
  }

  /** Moves somebody into another group, on the rung that was weighed. */
  move(athlete: string, to: number, weighed: Schemas['AssignmentWeighedPossible']): void {
    const { rung, cost, parts } = weighed;
    this.put(
      this.groups.map((group, g) => {
        const others = group.seats.filter((s) => s.athlete !== athlete);
        return g === to
          ? { ...group, seats: inOrder(group.offer, [...others, { athlete, rung, cost, parts }]) }
          : others.length === group.seats.length
            ? group
            : { ...group, seats: others };
      }),
    );
  }

  /** Says where a group trains or who leads it. */
  say(at: number, said: Pick<Group, 'place'> | Pick<Group, 'supervisor'>): void {
    this.put(this.groups.map((group, g) => (g === at ? { ...group, ...said } : group)));
  }
}

/** From the easiest rung to the hardest; the order of those on one rung stays. */
function inOrder(offer: Offer, seats: Seat[]): Seat[] {
  return seats.toSorted((a, b) => offer.rungs.indexOf(a.rung) - offer.rungs.indexOf(b.rung));
}

/** Places and leaders, in turn, for groups that have none. */
export function settled(groups: Group[], hall: Schemas['Inventory'] | undefined): Group[] {
  if (!hall) return groups;
  const led = hall.supervisors.flatMap((s) => Array<string>(s.groups).fill(s.role));
  return groups.map((group, g) => ({
    ...group,
    ...(hall.places[g] && { place: hall.places[g].name }),
    ...(led[g] && { supervisor: led[g] }),
  }));
}
