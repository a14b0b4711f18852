import { expect, test } from '@jest/globals';
import { closedHyphens } from './hyphens.js';

test.each([
  ['a parted word', 'Die Schleusen-\nkammer ist leer.', 'Die Schleusenkammer ist leer.'],
  ['several in a row', 'Was-\nser-\nstands-\nmelder', 'Wasserstandsmelder'],
  ['with spaces around the break', 'the water- \n  way', 'the waterway'],
  ['the soft hyphen, and the sign of text recognition', 'Schleu\u00AD\nsen und Ka¬\nnäle', 'Schleusen und Kanäle'],
  ['a hyphen before a capital', 'am Nord-\nOstsee-Kanal', 'am Nord-Ostsee-Kanal'],
  ['capitals throughout', 'SCHLEU-\nSEN', 'SCHLEUSEN'],
  ['a word that is left out', 'Ein-\nund Ausfahrt', 'Ein- und Ausfahrt'],
  ['a hyphen that the text has elsewhere', 'by e-\nmail, or e-mail us', 'by e-mail, or e-mail us'],
  ['a word that the text has whole', 'a co-\nlor; the color', 'a color; the color'],
  ['a dash, a list, a number', 'wait -\nthen go\n- open\n10-\n12 boats', 'wait -\nthen go\n- open\n10-\n12 boats'],
  ['other ends of lines', 'the water-\r\nway', 'the waterway'],
  ['a part of a word with a hyphen', 'Nord-Ost-\nsee', 'Nord-Ostsee'],
  ['other scripts', 'шлю-\nзы', 'шлюзы'],
])('%s', (_, text, expected) => expect(closedHyphens(text)).toBe(expected));

test('a run of letters without an end takes no more than linear time', () => {
  const run = 'a'.repeat(300_000);
  // Quadratic, this would take minutes: the test would run out of time.
  expect(closedHyphens(`${run} water-\nway`)).toBe(`${run} waterway`);
});
