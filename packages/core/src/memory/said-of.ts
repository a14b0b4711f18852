/** What units say of themselves by their properties, under the names that programs commonly give them (common practice). */
import { changedAt, type Unit } from './unit.js';

/** The texts of properties of a type, in small letters. */
export const propsOf = ({ props = [] }: Pick<Unit, 'props'>, type: RegExp): string[] =>
  props.flatMap((prop) => (type.test(prop.type) ? [prop.text.trim().toLowerCase()] : []));

const SUBJECT = /^(?:x-)?(?:subject|subjectField|domain)$/i;
const CLIENT = /^(?:x-)?(?:client|customer)$/i;

export const subjectsOf = (unit: Unit): string[] => propsOf(unit, SUBJECT);

/** Which units of a memory are asked for; what is left out asks for nothing. */
export interface Asked {
  /** The client or subject that the unit or one of its variants names, whatever its capitals. */
  readonly client?: string | undefined;
  readonly subject?: string | undefined;
  /** "2026-11-30": made or changed on that day or later. A unit without a date is not. */
  readonly since?: string | undefined;
}

/** Whether a unit is among those. O(its properties). */
export function isAmong(unit: Unit, { client, subject, since }: Asked): boolean {
  const names = (type: RegExp, text: string): boolean =>
    [unit, ...unit.variants].some((one) => propsOf(one, type).includes(text.trim().toLowerCase()));
  return (
    (client === undefined || names(CLIENT, client)) &&
    (subject === undefined || names(SUBJECT, subject)) &&
    (since === undefined || changedAt(unit).slice(0, 8) >= since.replaceAll('-', ''))
  );
}
