// Installs the packages of package-lock.json, unless node_modules holds just these already.
import { execSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';

const lock = createHash('sha256').update(readFileSync('package-lock.json')).digest('hex');
const stamp = 'node_modules/.installed-from';
if (!existsSync(stamp) || readFileSync(stamp, 'utf8') !== lock) {
  execSync('npm ci --no-audit --no-fund --loglevel=error', { stdio: 'inherit' });
  writeFileSync(stamp, lock);
}
