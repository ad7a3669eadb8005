import { m } from '../paraglide/messages';

/** What is said about a screen, in its own words. */
export interface Topic {
  /** Addresses of the screens that it is about. */
  at: RegExp;
  title: () => string;
  text: () => string;
}

const SCREENING = '^/screening/[^/]+/';
const on = (screen: string) => new RegExp(SCREENING + screen);

/** In the order in which a day meets them. */
export const TOPICS: Topic[] = [
  { at: /^\/$/, title: m.help_today_title, text: m.help_today_text },
  { at: /^\/roster/, title: m.help_roster_title, text: m.help_roster_text },
  { at: /^\/roster/, title: m.help_consent_title, text: m.help_consent_text },
  { at: /^\/(roster$|archive)/, title: m.help_transfer_title, text: m.help_transfer_text },
  { at: /^\/protocols/, title: m.help_protocols_title, text: m.help_protocols_text },
  { at: on('plan'), title: m.help_plan_title, text: m.help_plan_text },
  { at: on('plan'), title: m.help_codes_title, text: m.help_codes_text },
  { at: on('practice'), title: m.help_practice_title, text: m.help_practice_text },
  { at: on('station'), title: m.help_station_title, text: m.help_station_text },
  { at: on('station'), title: m.help_retest_title, text: m.help_retest_text },
  { at: on('(station|board)'), title: m.help_pain_title, text: m.help_pain_text },
  { at: on('board'), title: m.help_board_title, text: m.help_board_text },
  { at: on('typing'), title: m.help_typing_title, text: m.help_typing_text },
  { at: on('results'), title: m.help_results_title, text: m.help_results_text },
  { at: on('athlete'), title: m.help_athlete_title, text: m.help_athlete_text },
  { at: on('athlete'), title: m.help_card_title, text: m.help_card_text },
  { at: on('again'), title: m.help_again_title, text: m.help_again_text },
  { at: on('raters'), title: m.help_raters_title, text: m.help_raters_text },
  { at: on('schools'), title: m.help_schools_title, text: m.help_schools_text },
  { at: on('ranking'), title: m.help_ranking_title, text: m.help_ranking_text },
  { at: on('(groups|forming)'), title: m.help_groups_title, text: m.help_groups_text },
  { at: on('training'), title: m.help_training_title, text: m.help_training_text },
  { at: /^\/block\//, title: m.help_session_title, text: m.help_session_text },
  { at: on('next'), title: m.help_next_title, text: m.help_next_text },
  { at: on('papers'), title: m.help_papers_title, text: m.help_papers_text },
  { at: /^\/measuring/, title: m.help_measuring_title, text: m.help_measuring_text },
  { at: /^\/body/, title: m.help_body_title, text: m.help_body_text },
  { at: /^\/exercise/, title: m.help_exercise_title, text: m.help_exercise_text },
  { at: /^\/halls/, title: m.help_halls_title, text: m.help_halls_text },
  { at: /^\/(people|account)/, title: m.help_people_title, text: m.help_people_text },
  { at: /^\/(retention|access|archive)/, title: m.help_data_title, text: m.help_data_text },
];

const plain = (text: string) =>
  text
    .toLowerCase()
    .normalize('NFD')
    .replace(/\p{Diacritic}/gu, '');

/** What is about a screen first; with words to look for, what has all of them, those with one in the title first. */
export function topicsFor(location: string, search: string): Topic[] {
  const words = plain(search).split(/\s+/).filter(Boolean);
  if (!words.length) return TOPICS.filter((t) => t.at.test(location));
  const found = TOPICS.filter((t) => {
    const all = plain(`${t.title()} ${t.text()}`);
    return words.every((w) => all.includes(w));
  });
  const named = (t: Topic) => words.some((w) => plain(t.title()).includes(w));
  return [...found.filter(named), ...found.filter((t) => !named(t))];
}
