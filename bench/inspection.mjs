/** What Inspect finds of seeded defects in real messages, what it wrongly says of look-alikes, and how long it takes. */
import { execFileSync } from 'node:child_process';
import { existsSync, openAsBlob, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { note } from './table.mjs';

/** Languages of catalogues in Debian packages, the way their folders are called. */
const LANGUAGES = 'de fr es it pt_BR nl pl cs ru uk el fi sv da hu tr ar he ja zh_CN ko th'.split(' ');
/** Units of each memory, the untouched ones with them. */
const UNITS = 3000;

const CLI = join(import.meta.dirname, '../packages/cli/bin/fair-copy.js');

export async function inspection({ started, report, folder }) {
  seeded(folder);
  seededConcepts(folder);
  await speed({ started, report, folder });
}

/** Counts by check. */
function counted() {
  const counts = new Map();
  const add = (check, what, n = 1) => {
    if (!counts.has(check)) counts.set(check, { seeded: 0, found: 0, alike: 0, reported: 0, clean: 0 });
    counts.get(check)[what] += n;
  };
  return { counts, add };
}

/** What was found, by unit or concept, beside what is known. */
function judge(known, found, add) {
  for (const [item, check] of known.seeded) {
    add(check, 'seeded');
    if (found.get(item)?.has(check)) add(check, 'found');
  }
  for (const [item, check] of known.alike) {
    add(check, 'alike');
    if (found.get(item)?.has(check)) add(check, 'reported');
  }
  for (const item of known.clean) for (const check of found.get(item) ?? []) add(check, 'clean');
}

/** Memories of real messages, over all languages. */
function seeded(folder) {
  const { counts, add } = counted();
  let [clean, withError, languages] = [0, 0, 0];
  for (const language of LANGUAGES) {
    if (!existsSync(`/usr/share/locale/${language}/LC_MESSAGES`)) continue;
    languages++;
    const [tmx, gold] = ['tmx', 'json'].map((ending) => join(folder, `seeded-${language}.${ending}`));
    const script = join(import.meta.dirname, 'inspection/seed.py');
    execFileSync('/usr/bin/python3', [script, language, String(UNITS), tmx, gold]);
    const out = execFileSync(process.execPath, [CLI, 'inspect', tmx, '--json'], { maxBuffer: 1 << 28 });
    const found = new Map();
    const errors = new Set();
    for (const { check, severity, where } of JSON.parse(out.toString()).findings) {
      if (!found.has(where.unit)) found.set(where.unit, new Set());
      found.get(where.unit).add(check);
      // Two units that contradict each other are found in untouched messages, and rightly so.
      if (severity === 'error' && check !== 'different-targets') errors.add(where.unit);
    }
    const known = JSON.parse(readFileSync(gold, 'utf8'));
    judge(known, found, add);
    clean += known.clean.length;
    withError += known.clean.filter((unit) => errors.has(unit)).length;
  }
  printed('inspect', counts, `${languages} languages`);
  note(
    'inspect: untouched units with an error',
    `${withError} of ${clean} (${((100 * withError) / clean).toFixed(2)} %)`,
  );
}

/** One line for each check, and all of them together. */
function printed(what, counts, where) {
  const all = { seeded: 0, found: 0, alike: 0, reported: 0 };
  for (const [check, of] of [...counts].sort()) {
    for (const each of Object.keys(all)) all[each] += of[each];
    const share = of.seeded ? ` (${((100 * of.found) / of.seeded).toFixed(1)} %)` : '';
    note(
      `${what}, ${check}: seeded and found`,
      `${of.found} of ${of.seeded}${share}; look-alikes reported ${of.reported} of ${of.alike}; in what is untouched ${of.clean}`,
    );
  }
  note(
    `${what}, all checks, ${where}: seeded and found`,
    `${all.found} of ${all.seeded} (${((100 * all.found) / all.seeded).toFixed(1)} %)`,
  );
  note(`${what}: look-alikes reported`, `${all.reported} of ${all.alike}`);
}

const CONCEPTS = 3000;

/** A termbase of real words with seeded defects and look-alikes. */
function seededConcepts(folder) {
  const [tbx, gold] = ['tbx', 'json'].map((ending) => join(folder, `seeded-concepts.${ending}`));
  const script = join(import.meta.dirname, 'inspection/concepts.py');
  execFileSync('/usr/bin/python3', [script, String(CONCEPTS), tbx, gold]);
  const out = execFileSync(process.execPath, [CLI, 'inspect', tbx, '--json'], { maxBuffer: 1 << 28 });
  const found = new Map();
  for (const { check, where } of JSON.parse(out.toString()).findings) {
    if (!found.has(where.concept)) found.set(where.concept, new Set());
    found.get(where.concept).add(check);
  }
  const { counts, add } = counted();
  judge(JSON.parse(readFileSync(gold, 'utf8')), found, add);
  printed('inspect, termbase', counts, `${CONCEPTS.toLocaleString('en')} concepts`);
}

/** Terms of the termbase that texts are looked at with. */
const TERMS = 5000;

/** All checks over many units, beside taking them in: without terms and spelling, then with both. */
async function speed({ started, report, folder }) {
  const units = Number(process.env.INSPECTED ?? 100_000);
  const path = join(folder, 'inspected.tmx');
  const script = join(import.meta.dirname, 'inspection/many.py');
  execFileSync('/usr/bin/python3', [script, String(units), path]);
  const size = `${units.toLocaleString('en')} units`;
  const { call, until, memory: used, stop } = await started(`inspect-${units}`);
  const { id: client } = await call('POST', '/clients', { name: 'Bench' });
  const taken = async (name, blob, how, target) => {
    const { fileId, jobId } = await call('POST', `/intake/files?client=${client}&name=${name}`, blob);
    await until(`/jobs/${jobId}`, (job) => job.state !== 'running');
    if (how === 'write') await until(`/intake/files/${fileId}`, (file) => file.outcome !== null);
    const { id } = await call('POST', `/intake/files/${fileId}/${how}`, target);
    return (await until(`/jobs/${id}`, (job) => job.state !== 'running')).result;
  };
  let start = performance.now();
  const result = await taken('m.tmx', await openAsBlob(path), 'write-units', { newName: 'M' });
  const took = performance.now() - start;
  const { memoryId } = result.files[0].written;
  const usual = await call('GET', `/inspection-profiles/${client}`);
  const inspected = async (what, profile) => {
    await call('PUT', `/inspection-profiles/${client}`, { ...usual, ...profile });
    start = performance.now();
    const { id } = await call('POST', `/memories/${memoryId}/inspection`);
    await until(`/jobs/${id}`, (job) => job.state !== 'running');
    report(`${size}: ${what}`, performance.now() - start, took, 'taking them in');
    note(`${size}: highest memory, ${what}`, `${used.peak.toFixed(0)} MB`);
  };
  await inspected('all checks but terms and spelling', { without: ['spelling'] });
  const { termbaseId } = await taken('terms.csv', new Blob([termsOf(path)]), 'write', { newName: 'T' });
  await inspected(`all checks, ${TERMS.toLocaleString('en')} terms and spelling`, { termbases: [termbaseId] });
  stop();
}

/** The most frequent words and pairs of words of the source, each with a word of a target beside it. */
export function termsOf(path) {
  const counts = new Map();
  const beside = new Map();
  const text = readFileSync(path, 'utf8').slice(0, 40_000_000);
  for (const [, source, target] of text.matchAll(/<seg>([^<]*)<\/seg><\/tuv><tuv[^>]*><seg>([^<]*)<\/seg>/g)) {
    const words = source.match(/[A-Za-z]{4,}/g) ?? [];
    const [other] = target.match(/\p{L}{5,}/u) ?? [];
    if (!other) continue;
    for (const [i, word] of words.entries())
      for (const term of [word, ...(words[i + 1] ? [`${word} ${words[i + 1]}`] : [])]) {
        counts.set(term, (counts.get(term) ?? 0) + 1);
        if (!beside.has(term)) beside.set(term, other);
      }
  }
  const terms = [...counts].sort((a, b) => b[1] - a[1]).slice(0, TERMS);
  return ['en;de', ...terms.map(([term]) => `${term};${beside.get(term)}`)].join('\n');
}
