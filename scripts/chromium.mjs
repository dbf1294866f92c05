import { existsSync } from 'node:fs';
import { run } from './run.mjs';

/** Debian's, without a window: it draws a journey with a fifth less work. */
const shell = '/usr/bin/chromium-headless-shell';
const usual = [shell, '/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'];

/** Where Chromium is: as KOSMEMA_CHROMIUM says, or where Debian puts it; null where there is none. */
export const chromiumPath = () =>
  process.env.KOSMEMA_CHROMIUM ?? usual.find((path) => existsSync(path)) ?? null;

/** Installs Debian's Chromium where it is missing and that can be done; else takes what there is, or says what to install. */
export function needChromium() {
  if (process.env.KOSMEMA_CHROMIUM) return;
  if (!existsSync(shell) && process.getuid?.() === 0 && existsSync('/usr/bin/apt-get')) {
    console.log('Installing Chromium …');
    const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
    run('apt-get', ['update', '-qq'], { env });
    run('apt-get', ['install', '-y', '-qq', 'chromium-headless-shell'], { env });
    if (!chromiumPath()) run('apt-get', ['install', '-y', '-qq', 'chromium'], { env });
  }
  const found = chromiumPath();
  if (!found) {
    console.error('The browser tests need Chromium: install it, or set KOSMEMA_CHROMIUM to its path.');
    process.exit(1);
  }
  process.env.KOSMEMA_CHROMIUM = found;
}
