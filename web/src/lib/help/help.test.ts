import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { overwriteGetLocale } from '../paraglide/runtime';
import { TOPICS, topicsFor } from './topics';

/** The addresses of the screens inside the house, as the routes name them. */
const routes = [...readFileSync('src/App.svelte', 'utf8').matchAll(/^ {4}'(\/[^']*)':/gm)]
  .map(([, route]) => route!.replace(/\/:\w+\?/g, '').replace(/:\w+/g, 'x'))
  .filter((route) => !/^\/(join|card|reset|setup)/.test(route));

describe('the help', () => {
  it.each([...new Set(routes)])('has its own words for %s', (route) => {
    expect(topicsFor(route, '')).not.toEqual([]);
  });

  it.each(['en', 'de'] as const)('says something about every topic in %s', (locale) => {
    overwriteGetLocale(() => locale);
    expect(new Set(TOPICS.map((t) => t.title())).size).toBeGreaterThan(20);
    for (const topic of TOPICS) expect(topic.text().length, topic.title()).toBeGreaterThan(60);
    overwriteGetLocale(() => 'en');
  });

  it.each([
    ['retest', 'Retests'],
    ['CODE phone', 'Helpers’ codes'],
    ['guardian minor', 'Consent'],
    ['pain', 'Pain'],
    ['spreadsheet', 'Paper and files'],
  ])('finds by “%s” what is about it', (search, title) => {
    expect(topicsFor('/', search)[0]?.title()).toBe(title);
  });

  it('finds words without regard to accents, and says where nothing is', () => {
    overwriteGetLocale(() => 'de');
    expect(topicsFor('/', 'ubungsklasse erfunden zebra')).toEqual([]);
    expect(topicsFor('/', 'kniebeuge').map((t) => t.title())).toContain('Protokolle und Ansätze');
    expect(topicsFor('/', 'umziehen').length + topicsFor('/', 'aufstiege').length).toBeGreaterThan(
      0,
    );
    overwriteGetLocale(() => 'en');
  });
});
