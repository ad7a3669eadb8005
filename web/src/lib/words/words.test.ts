import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { Problem } from '../api/client';
import { refusal, trouble } from './trouble';
import { day, decimal, hundredths, minutes, quoted, say } from './words';

const [en, de] = ['en', 'de'].map(
  (l) => JSON.parse(readFileSync(`messages/${l}.json`, 'utf8')) as Record<string, unknown>,
) as [Record<string, unknown>, Record<string, unknown>];
/** A message is a sentence, or a list of forms for one and many. */
const forms = (message: unknown): string[] =>
  typeof message === 'string'
    ? [message]
    : Object.values((message as { match: Record<string, string> }[])[0]?.match ?? {});
const blanks = (message: unknown) =>
  [...new Set(forms(message).flatMap((f) => f.match(/\{\w+\}/g) ?? []))].sort();

describe('the words of both languages', () => {
  it('say the same things, with the same blanks to fill', () => {
    const names = (l: Record<string, unknown>) => Object.keys(l).filter((k) => k !== '$schema');
    expect(names(de).sort()).toEqual(names(en).sort());
    for (const name of names(en))
      expect([name, blanks(de[name])]).toEqual([name, blanks(en[name])]);
  });

  it('are all used, on screens or on paper', () => {
    const files = (folder: string, kind: RegExp) =>
      readdirSync(folder, { recursive: true, encoding: 'utf8' })
        .filter((f) => kind.test(f) && !f.includes('paraglide'))
        .map((f) => readFileSync(`${folder}/${f}`, 'utf8'))
        .join('\n');
    const server = '../server/src/main';
    const used = new Set([
      ...(files('src', /\.(svelte|ts)$/).match(/(?<=\bm\.)\w+/g) ?? []),
      ...(files(`${server}/resources/paper`, /\.html$/).match(/(?<=\{w\.)\w+/g) ?? []),
      ...(files(`${server}/java/rangordnung/server/paper`, /\.java$/).match(/(?<=")\w+(?=")/g) ??
        []),
    ]);
    expect(Object.keys(en).filter((k) => k !== '$schema' && !used.has(k))).toEqual([]);
  });

  it('put quotations in the marks of the language, and no straight ones', () => {
    for (const [language, open] of [
      [en, '“'],
      [de, '„'],
    ] as const)
      for (const [name, message] of Object.entries(language))
        if (name !== '$schema')
          for (const form of forms(message)) {
            expect([name, form.includes('"')]).toEqual([name, false]);
            if (/[“”„]/.test(form)) expect([name, form.includes(open)]).toEqual([name, true]);
          }
  });
});

describe('numbers and dates', () => {
  it.each([
    [() => decimal(82.65), '82.7'],
    [() => hundredths(0.5), '0.50'],
    [() => minutes(725), '12:05'],
    // the region of the browser, which here is American
    [() => day('2026-11-09'), 'Nov 9, 2026'],
    [() => quoted('Push the floor away'), '“Push the floor away”'],
    [() => say({ en: 'Squat', de: 'Kniebeuge' }), 'Squat'],
  ])('%s', (write, text) => expect(write()).toBe(text));
});

describe('what is said of a refusal', () => {
  it.each([
    ['missing', { field: 'birthDate' }, /birth date/i],
    ['out-of-range', { field: 'heightCm', low: 80, high: 250, unit: 'cm' }, /80.*250 cm/],
    ['out-of-range', { field: 'turnOut', low: 0, high: 90, unit: 'degrees' }, /90 °/],
    ['file-broken', { place: 'line 4, column 2' }, /line 4, column 2/],
    ['too-large', { megabytes: 20 }, /20/],
    ['unexpected', { incident: '7f3a' }, /7f3a/],
  ])('%s names what, where and how much', (code, details, words) => {
    const said = refusal(code, '', details);
    expect(said).toMatch(words);
    expect(said).not.toContain('?');
  });

  it('keeps the server’s own sentence where the code is not known here, and never says nothing', () => {
    expect(refusal('of-a-later-version', 'The clip is upside down.', {})).toBe(
      'The clip is upside down.',
    );
    expect(refusal('of-a-later-version', '', {})).not.toBe('');
    expect(trouble(new Error('anything'))).not.toContain('anything');
  });

  it('blames the network only when nothing arrived', () => {
    expect(trouble(new Problem(0, 'offline', ''))).toMatch(/network|server/i);
    expect(trouble(new Problem(503, 'database-away', ''))).toBe(refusal('database-away', '', {}));
  });
});
