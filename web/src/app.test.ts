import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';

const css = readFileSync('src/app.css', 'utf8');

/** Colours of a theme by their names, those of the floor lines among them. */
function colours(theme: string): Map<string, string> {
  const blocks = [
    ...css.matchAll(new RegExp(`name: '${theme}';[^}]*`, 'g')),
    ...css.matchAll(new RegExp(`\\[data-theme='${theme}'\\] \\{[^}]*`, 'g')),
  ];
  return new Map(
    blocks.flatMap(([block]) =>
      [...block.matchAll(/--(?:color-)?([a-z0-9-]+): (#[0-9a-f]{3,6});/g)].map(
        ([, name, value]) => [name!, value!] as const,
      ),
    ),
  );
}

/** Relative luminance and contrast (WCAG 2.2, definitions). */
function luminance(colour: string): number {
  const hex =
    colour.length === 4 ? [...colour.slice(1)].map((c) => c + c).join('') : colour.slice(1);
  const [r, g, b] = [0, 2, 4].map((i) => {
    const c = parseInt(hex.slice(i, i + 2), 16) / 255;
    return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
  }) as [number, number, number];
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}
function contrast(a: string, b: string): number {
  const [light, dark] = [luminance(a), luminance(b)].sort((x, y) => y - x) as [number, number];
  return (light + 0.05) / (dark + 0.05);
}

/** What is written on what. */
function pairs(of: Map<string, string>): [string, string, string][] {
  const at = (name: string) => of.get(name) ?? '';
  return [
    ...['base-100', 'base-200'].map((ground): [string, string, string] => [
      `text on ${ground}`,
      at('base-content'),
      at(ground),
    ]),
    ...['primary', 'accent', 'neutral', 'error', 'warning', 'success', 'info'].map(
      (name): [string, string, string] => [name, at(`${name}-content`), at(name)],
    ),
    ...[...of]
      .filter(([name]) => name.startsWith('line-'))
      .map(([name, value]): [string, string, string] => [name, value, at('base-100')]),
  ];
}

describe('the appearances', () => {
  it.each([
    ['chalk', 4.5],
    ['evening', 4.5],
    // what is read in the sun: house convention
    ['bright', 10],
  ])('%s keep a contrast of at least %d', (theme, least) => {
    const all = pairs(colours(theme));
    expect(all.length).toBeGreaterThan(8);
    for (const [name, ink, ground] of all)
      expect([name, contrast(ink, ground) >= least]).toEqual([name, true]);
  });
});
