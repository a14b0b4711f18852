/** Numbers, dates and sizes in the reader's own form. */
import { reader } from '../messages/reader.js';

const plain = new Intl.NumberFormat(reader.locale);
const plural = new Intl.PluralRules(reader.language);

export function number(value: number): string {
  return plain.format(value);
}

/** "1 entry", "1,131 entries". */
export function count(value: number, one: string, many: string): string {
  return `${number(value)} ${plural.select(value) === 'one' ? one : many}`;
}

const share = new Intl.NumberFormat(reader.locale, { style: 'percent', maximumFractionDigits: 0 });

/** @param value 0 to 1 */
export function percent(value: number): string {
  return share.format(value);
}

/** @param currency ISO 4217 */
export function money(value: number, currency: string): string {
  return new Intl.NumberFormat(reader.locale, { style: 'currency', currency }).format(value);
}

const dateTime = new Intl.DateTimeFormat(reader.locale, { dateStyle: 'medium', timeStyle: 'short' });

export function moment(iso: string): string {
  return dateTime.format(new Date(iso));
}

const date = new Intl.DateTimeFormat(reader.locale, { dateStyle: 'medium', timeZone: 'UTC' });

/** @param iso "2026-11-30" */
export function day(iso: string): string {
  return date.format(new Date(iso));
}

export function size(bytes: number): string {
  const units = ['B', 'kB', 'MB', 'GB'];
  let value = bytes;
  let unit = 0;
  while (value >= 1000 && unit < units.length - 1) {
    value /= 1000;
    unit++;
  }
  const shown = new Intl.NumberFormat(reader.locale, { maximumFractionDigits: value < 10 && unit > 0 ? 1 : 0 });
  // A number and its unit stay on one line.
  return `${shown.format(value)}\u00a0${units[unit]}`;
}

const list = new Intl.ListFormat(reader.locale, { type: 'conjunction' });

/** "a, b and c". */
export function listed(items: readonly string[]): string {
  return list.format(items);
}
