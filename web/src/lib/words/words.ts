import type { Schemas } from '../api/client';
import { getLocale } from '../paraglide/runtime';

/** Words of protocol data, in the language of the interface. */
export function say(text: Schemas['Text']): string {
  return text[getLocale()];
}

/** What a school's view is called; an older version says only its id. */
export function viewName(policy: Schemas['Policy']): string {
  return policy.name ? say(policy.name) : policy.value;
}

/** Numbers and dates as the region of the browser writes them, where its language is the interface's; else as at home. */
const region =
  navigator.languages.find((l) => l.startsWith(`${getLocale()}-`)) ??
  { en: 'en-GB', de: 'de-DE' }[getLocale()];

/** In the quotation marks of the language. */
export function quoted(text: string): string {
  return getLocale() === 'de' ? `„${text}“` : `“${text}”`;
}

const dates = new Intl.DateTimeFormat(region, { dateStyle: 'medium' });
const moments = new Intl.DateTimeFormat(region, { dateStyle: 'medium', timeStyle: 'short' });
const one = new Intl.NumberFormat(region, {
  minimumFractionDigits: 1,
  maximumFractionDigits: 1,
});
const two = new Intl.NumberFormat(region, {
  minimumFractionDigits: 2,
  maximumFractionDigits: 2,
});
const whole = new Intl.NumberFormat(region, { maximumFractionDigits: 0 });

/** A calendar day without a time zone, such as 2026-11-09. */
export function day(iso: string): string {
  return dates.format(new Date(`${iso}T12:00:00`));
}

const short = new Intl.DateTimeFormat(region, {
  weekday: 'short',
  day: 'numeric',
  month: 'numeric',
});

/** A calendar day with its day of the week, such as Mon 30/11. */
export function shortDay(iso: string): string {
  return short.format(new Date(`${iso}T12:00:00`));
}

export function moment(iso: string): string {
  return moments.format(new Date(iso));
}

/** Minutes and seconds, such as 12:05. */
export function minutes(seconds: number): string {
  return `${Math.floor(seconds / 60)}:${String(Math.round(seconds % 60)).padStart(2, '0')}`;
}

const WEEK = [
  'MONDAY',
  'TUESDAY',
  'WEDNESDAY',
  'THURSDAY',
  'FRIDAY',
  'SATURDAY',
  'SUNDAY',
] as const satisfies Schemas['InventoryHours']['day'][];

/** The days of the week with their names; 2024 began on a Monday. */
export const weekdays = WEEK.map(
  (day, d) =>
    [
      day,
      new Intl.DateTimeFormat(region, { weekday: 'long' }).format(new Date(2024, 0, d + 1)),
    ] as const,
);

const times = new Intl.DateTimeFormat(region, { timeStyle: 'short' });

/** The time of day of a moment. */
export function clockTime(iso: string): string {
  return times.format(new Date(iso));
}

export function decimal(value: number): string {
  return one.format(value);
}

/** With two decimals, for ratios and shares. */
export function hundredths(value: number): string {
  return two.format(value);
}

export function integer(value: number): string {
  return whole.format(value);
}

const DAY = 86_400_000;

/** The day so many days after a day, or before it. */
export const dayAfter = (date: string, days: number): string =>
  new Date(Date.parse(date) + days * DAY).toISOString().slice(0, 10);
