/** What the desk kept of files, as it is today: an earlier version kept sentences where there are codes now. */
import type { UnitSurvey } from '@fair-copy/api/memories.js';
import type { Reading } from '@fair-copy/core/intake/reading.js';

type Fields = Readonly<Record<string, unknown>>;

export function keptReading(text: string): Reading {
  // Reasons are objects today; whatever a file says itself has its quotation marks escaped.
  return JSON.parse(text, text.includes('"reason":"') ? withReason : undefined) as Reading;
}

export function keptSurvey(text: string): UnitSurvey {
  const survey = JSON.parse(text) as UnitSurvey;
  return {
    ...survey,
    notes: survey.notes.map((note) => withDetails(note) as UnitSurvey['notes'][number]),
    left: survey.left.map((unit) =>
      typeof unit.what === 'string' ? { ...unit, what: { code: 'damaged', values: { what: unit.what } } } : unit,
    ),
  };
}

function withReason(_: string, value: unknown): unknown {
  const { reason } = (value ?? {}) as Fields;
  if (typeof reason === 'string')
    return { ...(value as Fields), reason: { code: 'in-words', values: { text: reason } } };
  return withDetails(value);
}

function withDetails(value: unknown): unknown {
  const { message, advice, ...rest } = (value ?? {}) as Fields;
  return typeof message === 'string' && typeof advice === 'string' && rest.details === undefined
    ? { place: {}, ...rest, code: 'in-words', details: { message, advice } }
    : value;
}
