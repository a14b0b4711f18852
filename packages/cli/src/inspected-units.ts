/** Units of a file as the checks look at them: laid by on disk, with their numbers in the file. */
import { basename } from 'node:path';
import { inspect, type Finding } from '@fair-copy/core/checks/check.js';
import { UNITS, type UnitInMemory } from '@fair-copy/core/checks/looked-at.js';
import { expectedLanguages, unitChecks } from '@fair-copy/core/checks/units/choice.js';
import { PatternError } from '@fair-copy/core/checks/units/own-pattern.js';
import type { UnitFacts } from '@fair-copy/core/checks/units/pair.js';
import { canonicalTag, fits, type LanguageTag } from '@fair-copy/core/language/tags.js';
import type { LeftUnit } from '@fair-copy/core/formats/read-units.js';
import type { Unit } from '@fair-copy/core/memory/unit.js';
import { withoutCodes } from '@fair-copy/core/text/inline-codes.js';
import { UnitFile, type UnitFileOptions } from '@fair-copy/files/unit-file.js';
import { UnitSpool } from '@fair-copy/files/unit-spool.js';
import type { Evidence, Located, Plan } from './inspected.js';
import { UsageError } from './usage.js';

/** @param byRow the file is a table: its rows are named, not its units */
export async function inspectUnits(
  path: string,
  open: UnitFileOptions,
  plan: Plan,
  byRow: boolean,
): Promise<Located[]> {
  const spool = new UnitSpool();
  const file = await UnitFile.open(path, basename(path), { ...open, keepIncomplete: true });
  try {
    const numbers: number[] = [];
    const lines: number[] = [];
    const languages = new Map<LanguageTag, number>();
    for await (const batch of file.units())
      for (const { number, line, unit } of batch) {
        numbers.push(number);
        lines.push(line);
        spool.add(unit);
        for (const tag of new Set(unit.variants.map((variant) => variant.language)))
          languages.set(tag, (languages.get(tag) ?? 0) + 1);
      }
    const places = new Map(numbers.map((number, i) => [number, i]));
    const unitAt = (number: number): UnitInMemory | undefined => {
      const place = places.get(number);
      return place === undefined ? undefined : numbered(spool.unit(place), number);
    };
    const all = spool.part(0, spool.length);
    const units = function* (): Generator<UnitInMemory> {
      let i = 0;
      for (const unit of all.units()) yield numbered(unit, numbers[i++]!);
    };
    const where = (number: number, line: number) => ({
      file: file.name,
      ...(byRow ? { row: line } : { unit: number, row: line }),
    });
    const located = (finding: Finding): Located => ({
      finding: readable(finding),
      as: 'memory',
      where: where(finding.item, lines[places.get(finding.item)!]!),
      evidence: evidenceOf(finding, unitAt(finding.item)!),
    });
    const facts = factsOf(
      plan,
      { counts: languages, units: spool.length },
      file.seen.header?.attributes?.srclang,
      unitAt,
    );
    const found = [...inspect(units(), chosenChecks(plan), facts)].map(located);
    const left = plan.wants('missing-target') ? file.seen.left.filter(({ reason }) => reason === 'no text') : [];
    return [...found, ...left.map((unit) => ({ ...emptyUnit(unit), where: where(unit.number, unit.line) }))];
  } finally {
    file.close();
    spool.close();
  }
}

const numbered = (unit: Unit, id: number): UnitInMemory => ({ ...unit, id });

function chosenChecks({ checks }: Plan) {
  try {
    return unitChecks(checks);
  } catch (error) {
    if (error instanceof PatternError) throw new UsageError(`--profile: ${error.message}`);
    throw error;
  }
}

function factsOf(
  { source, target }: Plan,
  { counts, units }: { readonly counts: ReadonlyMap<LanguageTag, number>; readonly units: number },
  declared: string | undefined,
  item: (number: number) => UnitInMemory | undefined,
): UnitFacts {
  const inHeader = declared === undefined ? null : canonicalTag(declared);
  const from =
    source ??
    ([...counts.keys()].some((tag) => inHeader !== null && fits(inHeader, tag)) ? inHeader : null) ??
    [...counts.keys()][0];
  const wanted = expectedLanguages(counts, units)
    .filter((tag) => target === null || fits(target, tag) || (from && fits(from, tag)))
    .sort((a, b) => Number(from !== undefined && fits(from, b)) - Number(from !== undefined && fits(from, a)));
  return {
    of: UNITS,
    languages: wanted,
    item,
    ...(from !== undefined && { source: from }),
    ...(target !== null && { target }),
  };
}

/** For people: codes leave nothing in texts. */
function readable(finding: Finding): Finding {
  const said = JSON.parse(withoutCodes(JSON.stringify(finding.said))) as Finding['said'];
  const { correction } = finding;
  return {
    ...finding,
    text: withoutCodes(finding.text),
    said,
    ...(correction?.kind === 'text' && { correction: { ...correction, text: withoutCodes(correction.text) } }),
  };
}

function evidenceOf({ marks = [] }: Finding, { variants }: UnitInMemory): Evidence[] {
  return marks.map(({ place, from, to }) => {
    const { language, text } = variants[Number(place)]!;
    return { language, from, to, text: withoutCodes(text.slice(from, to)) };
  });
}

/** A unit that has no text in any language. */
function emptyUnit({ number }: LeftUnit): Omit<Located, 'where'> {
  const finding: Finding = {
    check: 'missing-target',
    severity: 'error',
    item: number,
    language: null,
    place: null,
    text: '',
    said: { code: 'no-text', values: {} },
    related: [],
    basis: '',
  };
  return { finding, as: 'memory', evidence: [] };
}
