// Prints the bounds of every field of the API, so that the interface shows what the server holds.
import { readFileSync } from 'node:fs';

const BOUNDS = ['minimum', 'maximum', 'minLength', 'maxLength', 'maxItems'];
const document = JSON.parse(readFileSync('api/openapi.json', 'utf8'));
const { schemas } = document.components;
const limits = {};
for (const [name, { properties = {} }] of Object.entries(schemas)) {
  for (const [field, said] of Object.entries(properties)) {
    const bounds = BOUNDS.filter((b) => said[b]).map((b) => [b, said[b]]);
    if ('maximum' in said) bounds.unshift(['minimum', said.minimum ?? 0]);
    if (bounds.length) (limits[name] ??= {})[field] = Object.fromEntries(bounds);
  }
}
console.log(
  '/** What the server takes at least and at most, from the API document: npm run api. */',
);
console.log(`export const limits = ${JSON.stringify(limits, null, 2)} as const;`);
console.log(
  '/** Megabytes of a request, by the beginning of its address; the longest that fits holds. */',
);
console.log(`export const megabytes = ${JSON.stringify(document['x-megabytes'], null, 2)};`);
