/** What Inspect finds of seeded defects in real messages, what it wrongly says of look-alikes, and how long it takes. */
import { execFileSync } from 'node:child_process';
import { existsSync, openAsBlob, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { note } from './table.mjs';

/** Languages of catalogues in Debian packages, the way their folders are called. */
const LANGUAGES = 'de fr es it pt_BR nl pl cs ru uk el fi sv da hu tr ar he ja zh_CN ko th'.split(' ');
/** Units of each memory, the untouched ones with them. */
const UNITS = 3000;

export async function inspection({ started, report, folder }) {
  seeded(folder);
  await speed({ started, report, folder });
}

/** Counts by check, over all languages. */
function seeded(folder) {
  const cli = join(import.meta.dirname, '../packages/cli/bin/fair-copy.js');
  const counts = new Map();
  const add = (check, what, n = 1) => {
    if (!counts.has(check)) counts.set(check, { seeded: 0, found: 0, alike: 0, reported: 0, clean: 0 });
    counts.get(check)[what] += n;
  };
  let [clean, withError, languages] = [0, 0, 0];
  for (const language of LANGUAGES) {
    if (!existsSync(`/usr/share/locale/${language}/LC_MESSAGES`)) continue;
    languages++;
    const [tmx, gold] = ['tmx', 'json'].map((ending) => join(folder, `seeded-${language}.${ending}`));
    const script = join(import.meta.dirname, 'inspection/seed.py');
    execFileSync('/usr/bin/python3', [script, language, String(UNITS), tmx, gold]);
    const out = execFileSync(process.execPath, [cli, 'inspect', tmx, '--json'], { maxBuffer: 1 << 28 });
    const found = new Map();
    const errors = new Set();
    for (const { check, severity, where } of JSON.parse(out.toString()).findings) {
      if (!found.has(where.unit)) found.set(where.unit, new Set());
      found.get(where.unit).add(check);
      // Two units that contradict each other are found in untouched messages, and rightly so.
      if (severity === 'error' && check !== 'different-targets') errors.add(where.unit);
    }
    const known = JSON.parse(readFileSync(gold, 'utf8'));
    for (const [unit, check] of known.seeded) {
      add(check, 'seeded');
      if (found.get(unit)?.has(check)) add(check, 'found');
    }
    for (const [unit, check] of known.alike) {
      add(check, 'alike');
      if (found.get(unit)?.has(check)) add(check, 'reported');
    }
    for (const unit of known.clean) for (const check of found.get(unit) ?? []) add(check, 'clean');
    clean += known.clean.length;
    withError += known.clean.filter((unit) => errors.has(unit)).length;
  }
  const all = { seeded: 0, found: 0, alike: 0, reported: 0 };
  for (const [check, of] of [...counts].sort()) {
    for (const what of Object.keys(all)) all[what] += of[what];
    const share = of.seeded ? ` (${((100 * of.found) / of.seeded).toFixed(1)} %)` : '';
    note(
      `inspect, ${check}: seeded and found`,
      `${of.found} of ${of.seeded}${share}; look-alikes reported ${of.reported} of ${of.alike}; in untouched units ${of.clean}`,
    );
  }
  note(
    `inspect, all checks, ${languages} languages: seeded and found`,
    `${all.found} of ${all.seeded} (${((100 * all.found) / all.seeded).toFixed(1)} %)`,
  );
  note('inspect: look-alikes reported', `${all.reported} of ${all.alike}`);
  note(
    'inspect: untouched units with an error',
    `${withError} of ${clean} (${((100 * withError) / clean).toFixed(2)} %)`,
  );
}

/** All checks but terms over many units, beside taking them in. */
async function speed({ started, report, folder }) {
  const units = Number(process.env.INSPECTED ?? 100_000);
  const path = join(folder, 'inspected.tmx');
  const script = join(import.meta.dirname, 'inspection/many.py');
  execFileSync('/usr/bin/python3', [script, String(units), path]);
  const size = `${units.toLocaleString('en')} units`;
  const { call, until, memory: used, stop } = await started(`inspect-${units}`);
  const { id: client } = await call('POST', '/clients', { name: 'Bench' });
  let start = performance.now();
  const { fileId, jobId } = await call('POST', `/intake/files?client=${client}&name=m.tmx`, await openAsBlob(path));
  await until(`/jobs/${jobId}`, (job) => job.state !== 'running');
  const { id } = await call('POST', `/intake/files/${fileId}/write-units`, { newName: 'M' });
  const { result } = await until(`/jobs/${id}`, (job) => job.state !== 'running');
  const took = performance.now() - start;
  const { memoryId } = result.files[0].written;
  start = performance.now();
  const { id: inspected } = await call('POST', `/memories/${memoryId}/inspection`);
  await until(`/jobs/${inspected}`, (job) => job.state !== 'running');
  report(`${size}: all checks but terms`, performance.now() - start, took, 'taking them in');
  note(`${size}: highest memory, the inspection with it`, `${used.peak.toFixed(0)} MB`);
  stop();
}
