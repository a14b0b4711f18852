/** Checks of memories beside GNU gettext's own: of what `msgfmt --check` complains, a finding is made. */
import { describe, expect, test } from '@jest/globals';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { inspect } from '@fair-copy/core/checks/check.js';
import { UNITS, type UnitInMemory } from '@fair-copy/core/checks/looked-at.js';
import { unitChecks } from '@fair-copy/core/checks/units/choice.js';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import { UnitFile } from '@fair-copy/files/unit-file.js';
import { inFolder, run } from './outside.js';

/** Message, translation, and whether gettext lets it pass. */
const MESSAGES: readonly (readonly [source: string, target: string, passes: boolean])[] = [
  ['Open %s now', 'Öffnen Sie %s jetzt', true],
  ['Open %s now', 'Öffnen Sie jetzt', false],
  ['%d gates in %s', '%s hat %d Tore', false],
  ['%d gates in %s', '%2$s hat %1$d Tore', true],
  ['%s is %d m wide', '%s ist %s m breit', false],
  ['%i gates', '%d Tore', true],
  ['%5.2f metres', '%.2f Meter', true],
  ['%ld gates', '%d Tore', false],
  ['%d%% done', '%d%% fertig', true],
  ['Wait for %u minutes', 'Warten Sie %u Minuten %u', false],
];

const quoted = (text: string): string => `"${text.replace(/["\\]/g, '\\$&')}"`;
const HEAD = 'msgid ""\nmsgstr ""\n"Language: de\\n"\n"Content-Type: text/plain; charset=UTF-8\\n"\n\n';

describe('placeholders and msgfmt --check-format', () => {
  test.each(MESSAGES)('%s = %s: passes %s', async (source, target, passes) => {
    await inFolder(async (folder) => {
      const path = join(folder, 'm.po');
      writeFileSync(path, `${HEAD}#, c-format\nmsgid ${quoted(source)}\nmsgstr ${quoted(target)}\n`);
      const check = (): unknown => run('msgfmt', ['--check-format', '-o', '/dev/null', path]);
      if (passes) check();
      else expect(check).toThrow('format');
      const file = await UnitFile.open(path, 'm.po');
      const units: UnitInMemory[] = [];
      for await (const batch of file.units()) for (const { number, unit } of batch) units.push({ ...unit, id: number });
      file.close();
      const facts = {
        of: UNITS,
        languages: ['en', 'de'] as LanguageTag[],
        item: (id: number) => units.find((unit) => unit.id === id),
      };
      const found = [...inspect(units, unitChecks({ only: ['placeholder'] }), facts)];
      expect(found.length === 0).toBe(passes);
    });
  });
});
