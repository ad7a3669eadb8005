// Runs every check of the interface and writes what passed as test reports, so that nothing goes uncounted.
import { execFile, spawnSync } from 'node:child_process';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';

const checks = {
  'no lint warning': ['npx', 'eslint', '.', '--max-warnings', '0'],
  'code is formatted': ['npx', 'prettier', '--check', '--log-level', 'warn', '.'],
  'types fit': [
    'npx',
    'svelte-check',
    '--tsconfig',
    './tsconfig.json',
    '--fail-on-warnings',
    '--output',
    'machine',
  ],
  'unit tests': [
    'npx',
    'vitest',
    'run',
    '--reporter=default',
    '--reporter=junit',
    '--outputFile=target/vitest.xml',
  ],
};
mkdirSync('target', { recursive: true });
/** Two at once: most of a check is waiting for one core. */
const AT_ONCE = 2;
const cases = [];
const left = Object.entries(checks);
async function work() {
  for (let next = left.shift(); next; next = left.shift()) {
    const [name, [command, ...args]] = next;
    const failed = await new Promise((done) => {
      execFile(command, args, { encoding: 'utf8', maxBuffer: 1 << 26 }, (error, stdout, stderr) => {
        if (error) console.error(`${name}: failed\n${stdout}\n${stderr}`);
        done(!!error);
      });
    });
    cases.push({ name, failed });
  }
}
await Promise.all(Array.from({ length: AT_ONCE }, work));
const fresh = spawnSync('npx', ['openapi-typescript', 'api/openapi.json'], { encoding: 'utf8' });
const same =
  fresh.status === 0 &&
  fresh.stdout.trim() === readFileSync('src/lib/api/schema.d.ts', 'utf8').trim();
if (!same) console.error('src/lib/api/schema.d.ts is not what api/openapi.json gives: npm run api');
cases.push({ name: 'types of the API are generated', failed: !same });
const bounds = spawnSync('node', ['scripts/limits.mjs'], { encoding: 'utf8' }).stdout;
const plain = (text) => text.replace(/['",\s]/g, '');
const bounded = plain(bounds) === plain(readFileSync('src/lib/api/limits.ts', 'utf8'));
if (!bounded)
  console.error('src/lib/api/limits.ts is not what api/openapi.json gives: npm run api');
cases.push({ name: 'bounds of the API are generated', failed: !bounded });
const words = ['en', 'de'].map((locale) =>
  Object.keys(JSON.parse(readFileSync(`messages/${locale}.json`, 'utf8')))
    .sort()
    .join(),
);
if (words[0] !== words[1])
  console.error('messages/en.json and messages/de.json do not have the same keys');
cases.push({ name: 'every message is there in both languages', failed: words[0] !== words[1] });
const body = cases
  .filter(({ name }) => name !== 'unit tests')
  .map(({ name, failed }) => `<testcase name="${name}">${failed ? '<failure />' : ''}</testcase>`);
writeFileSync(
  'target/checks.xml',
  `<testsuite name="web checks">\n${body.join('\n')}\n</testsuite>\n`,
);
process.exit(cases.some(({ failed }) => failed) ? 1 : 0);
