/** All that a person reads of what the core and the server have to say, in one language. */
import type { FindingCodes } from '@fair-copy/core/checks/said.js';
import type { RehearsalWords } from '@fair-copy/core/rehearsal/report.js';
import type { Words } from '@fair-copy/core/said.js';
import type { ClosedCodes, DoneCodes } from './done.js';
import type { Told, ToldDiagnostic } from './diagnostics.js';
import type { ErrorCodes } from './errors.js';
import type { IntakeWords } from './intake.js';
import type { RecognitionWords } from './recognition.js';
import type { Speech } from './speech.js';
import type { WorkCodes } from './work.js';

/** Of a sheet that says what two resources have apart. */
export interface ComparisonWords {
  readonly sheet: string;
  readonly what: string;
  readonly in: string;
  readonly only: string;
  readonly different: string;
}

/** The documents that are written for people. */
export interface ReportWords {
  readonly comparison: ComparisonWords;
  inspectionOf(name: string): string;
  summary(client: string, at: string | null, open: number): string;
  readonly nothing: string;
  /** Names of the columns. */
  readonly columns: {
    readonly check: string;
    readonly language: string;
    readonly text: Readonly<Record<Inspected, string>>;
    readonly wrong: string;
    readonly proposal: string;
    readonly origin: string;
    readonly reason: string;
  };
  readonly findings: string;
  readonly letStand: string;
  readonly takeAway: string;
  /** The list of what a client should answer: its columns are known by these when it comes back. */
  readonly queries: {
    readonly sheet: string;
    readonly fileName: string;
    readonly key: string;
    readonly answer: string;
    readonly right: string;
    readonly remark: string;
  };
  unit(file: string, place: number): string;
  /** Added to the name of the resource. */
  readonly fileName: string;
}

/** What is inspected: the same check speaks of terms and concepts, or of texts and units. */
export type Inspected = 'termbase' | 'memory';

export interface CheckWords {
  /** A few words, for the list of checks. */
  readonly title: string;
  /** A sentence that explains it. */
  readonly explains: string;
}

export interface Catalogue {
  readonly speech: Speech;
  /** By the id of the check. A memory's own words only where they differ. */
  readonly checks: Readonly<Record<string, CheckWords & { readonly ofMemory?: Partial<CheckWords> }>>;
  readonly findings: (of: Inspected) => Words<FindingCodes>;
  readonly report: ReportWords;
  readonly rehearsal: RehearsalWords;
  /** What operations did. */
  readonly done: Words<DoneCodes>;
  /** Why something can no longer be undone. */
  readonly closed: Words<ClosedCodes>;
  /** What running work does. */
  readonly work: Words<WorkCodes>;
  /** Why something cannot be done. */
  readonly errors: Words<ErrorCodes>;
  /** What is to be said of a client's data, and what to do about it. */
  toldDiagnostic(diagnostic: Told): ToldDiagnostic;
  readonly intake: IntakeWords;
  readonly recognition: RecognitionWords;
  /** A field of the standard, or of the client's own. */
  fieldLabel(name: string): string;
  valueLabel(field: string, value: string): string;
}

export function checkWords({ checks }: Catalogue, id: string, of: Inspected): CheckWords {
  const { ofMemory, ...words } = checks[id] ?? { title: id, explains: '' };
  return of === 'memory' ? { ...words, ...ofMemory } : words;
}
