import { existsSync } from 'node:fs';
import { run } from './run.mjs';

const usual = ['/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'];

/** Where Chromium is: as KOSMEMA_CHROMIUM says, or where Debian puts it; null where there is none. */
export const chromiumPath = () =>
  process.env.KOSMEMA_CHROMIUM ?? usual.find((path) => existsSync(path)) ?? null;

/** Installs Debian's Chromium where it is missing and that can be done; else says what to install, and ends. */
export function needChromium() {
  if (chromiumPath()) return;
  if (process.getuid?.() === 0 && existsSync('/usr/bin/apt-get')) {
    console.log('Installing Chromium …');
    const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
    run('apt-get', ['update', '-qq'], { env });
    run('apt-get', ['install', '-y', '-qq', 'chromium'], { env });
  }
  if (chromiumPath()) return;
  console.error('The browser tests need Chromium: install it, or set KOSMEMA_CHROMIUM to its path.');
  process.exit(1);
}
