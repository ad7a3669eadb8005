// Installs the packages when the lock file is newer than what is installed, and compiles the words.
import { spawnSync } from 'node:child_process';
import { existsSync, statSync } from 'node:fs';

const run = (command, ...args) => {
  const { status } = spawnSync(command, args, { stdio: 'inherit' });
  if (status !== 0) process.exit(status ?? 1);
};
const installed = 'node_modules/.package-lock.json';
if (!existsSync(installed) || statSync(installed).mtimeMs < statSync('package-lock.json').mtimeMs) {
  // not `npm ci`: it refuses the lock file over optional packages for other platforms that no registry has
  run('npm', 'install', '--no-save', '--no-audit', '--no-fund');
}
run('npm', 'run', '--silent', 'words');
