import type { Schemas } from '../../lib/api/client';
import { m } from '../../lib/paraglide/messages';
import { cellWord, GRADES, loudWord } from '../../lib/words/judgement';
import { decimal } from '../../lib/words/words';

export type Explanation = Schemas['LinkReportExplanation'];
type Said = Schemas['LinkReportSaid'];

/** A fault with its sides; they are told apart only where their words differ. */
export interface Fault {
  test: string;
  criterion: string;
  sides: Explanation[];
  /** The sides whose words are the same, each group by itself. */
  alike: Explanation[][];
}

/** The explanations by fault, in their order. */
export function faultsOf(explanations: Explanation[]): Fault[] {
  const faults: Fault[] = [];
  for (const e of explanations) {
    const same = faults.find((f) => f.test === e.test && f.criterion === e.criterion);
    if (!same) faults.push({ test: e.test, criterion: e.criterion, sides: [e], alike: [[e]] });
    else {
      same.sides.push(e);
      const group = same.alike.find(([first]) => first && words(first) === words(e));
      if (group) group.push(e);
      else same.alike.push([e]);
    }
  }
  return faults;
}

/** What an explanation says in words, whatever the figures. */
function words(e: Explanation): string {
  const trial = ({ source, words }: Said) =>
    source.kind === 'byValue' ? [source.of, words] : [source, words];
  return JSON.stringify([
    e.painFirst,
    e.offers[0]?.id,
    e.links.map((l) => [l.link, l.standing, l.trials.map(trial)]),
  ]);
}

/** The lines of a link's trials; a value that differs between the sides stands under the name of each. */
export function lines(
  group: Explanation[],
  link: number,
  said: (trial: Said) => string,
  side: (e: Explanation) => string,
): { text: string; ratio: number }[] {
  return (group[0]?.links[link]?.trials ?? []).map((trial, i) => {
    const texts = group.map((e) => said(e.links[link]!.trials[i]!));
    const same = texts.every((t) => t === texts[0]);
    return {
      text: same ? texts[0]! : group.map((e, k) => `${side(e)}: ${texts[k]}`).join('; '),
      ratio: trial.ratio,
    };
  });
}

const steps = [m.steps_none, m.steps_one, m.steps_two, m.steps_three];

/** What one trial showed and how loudly it speaks, such as “Heels up: two grades better; speaks for it”. */
export function said(
  trial: Said,
  retest: (id: string) => string,
  test: (id: string) => string,
): string {
  const loud = loudWord[trial.words]();
  const doubtful = trial.doubtful ? ` (${m.evidence_doubtful()})` : '';
  return `${shown(trial.source, retest, test)}; ${loud}${doubtful}`;
}

function shown(
  source: Said['source'],
  retest: (id: string) => string,
  test: (id: string) => string,
): string {
  switch (source.kind) {
    case 'byRetest': {
      const moved = GRADES.indexOf(source.before) - GRADES.indexOf(source.now);
      const size = steps[Math.abs(moved)]!();
      const what =
        moved > 0 ? m.trial_better({ size }) : moved < 0 ? m.trial_worse({ size }) : m.trial_same();
      return m.trial_said({ trial: retest(source.retest), what });
    }
    case 'byTest':
      return m.trial_said({ trial: test(source.test), what: cellWord[source.grade]() });
    case 'byValue':
      return value(source);
  }
}

function value(source: Schemas['LinkReportSourceByValue']): string {
  const shown = source.value === undefined ? '' : decimal(source.value);
  switch (source.of) {
    case 'WALL_DISTANCE':
      return shown
        ? m.value_wall({ value: shown, need: decimal(source.need ?? 0) })
        : m.value_wall_mark();
    case 'BODY_MODEL':
      return m.value_body_model();
    case 'DEPTH_CEILING':
      return (source.value ?? 0) >= 0
        ? m.value_ceiling_above({ degrees: shown })
        : m.value_ceiling_below({ degrees: decimal(-(source.value ?? 0)) });
    case 'KNEE_TO_ARMPIT':
      return m.value_armpit();
    case 'SIDES':
      return m.value_sides();
  }
}
