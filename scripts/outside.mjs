import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';

/** What tests and measurements need from outside npm: Debian's package, and a file by which it is known to be there. */
const PACKAGES = [
  ['chromium', process.env.FAIR_COPY_CHROMIUM ?? '/usr/bin/chromium'],
  ['python3-openpyxl', '/usr/lib/python3/dist-packages/openpyxl'],
  ['libxml2-utils', '/usr/bin/xmllint'],
  ['time', '/usr/bin/time'],
  ['trans-de-en', '/usr/share/trans/de-en'],
  ['gettext', '/usr/bin/msgunfmt'],
  ['unicode-data', '/usr/share/unicode/auxiliary/WordBreakTest.txt'],
  ['gnome-user-docs', '/usr/share/help/de/gnome-help'],
  ['debian-reference-en', '/usr/share/debian-reference/ch03.en.html'],
  ['debian-reference-de', '/usr/share/debian-reference/ch03.de.html'],
  ['debian-reference-ja', '/usr/share/debian-reference/ch03.ja.html'],
  ['python3-icu', '/usr/lib/python3/dist-packages/icu'],
  ['python3-nltk', '/usr/lib/python3/dist-packages/nltk'],
  ['manpages', '/usr/share/man/man7/ascii.7.gz'],
  ['manpages-de', '/usr/share/man/de/man7/ascii.7.gz'],
  ['manpages-fr', '/usr/share/man/fr/man7/ascii.7.gz'],
  ['iso-codes', '/usr/share/locale/de/LC_MESSAGES/iso_3166-1.mo'],
  ['snowball-data', '/usr/share/snowball/data/english/voc.txt'],
  ['libreoffice-calc-nogui', '/usr/lib/libreoffice/program/soffice.bin'],
  ['libreoffice-writer-nogui', '/usr/lib/libreoffice/program/libswlo.so'],
];

/** Installs what is missing, as root; says how where it cannot. @param more packages beside those of the tests */
export function getOutside(more = []) {
  const missing = [...PACKAGES, ...more].filter(([, path]) => !existsSync(path)).map(([name]) => name);
  if (missing.length === 0) return;
  // A small system may leave the manual pages out of packages, also of those that are there already.
  const whole = '--reinstall -o DPkg::Options::=--path-include=/usr/share/man/*';
  const command = `apt-get update && apt-get install -y --no-install-recommends ${whole} ${missing.join(' ')}`;
  if (process.getuid?.() !== 0 || !existsSync('/usr/bin/apt-get')) {
    process.stderr.write(
      `These Debian packages are needed: ${missing.join(', ')}.\nInstall them as root, then try again:\n  ${command}\n`,
    );
    process.exit(1);
  }
  process.stdout.write(`Installing from Debian's packages: ${missing.join(', ')} …\n`);
  const { status } = spawnSync('sh', ['-c', `${command} > /dev/null`], {
    stdio: 'inherit',
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
  });
  if (status !== 0) {
    process.stderr.write(`They could not be installed. Try by hand:\n  ${command}\n`);
    process.exit(1);
  }
}
