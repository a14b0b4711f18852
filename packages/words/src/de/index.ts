import type { Catalogue } from '../catalogue.js';
import { closed, done } from './done.js';
import { toldDiagnostic } from './diagnostics.js';
import { errors } from './errors.js';
import { fieldLabel, valueLabel } from './fields.js';
import { checks } from './checks.js';
import { findings } from './findings.js';
import { intake } from './intake.js';
import { recognition } from './recognition.js';
import { rehearsal } from './rehearsal.js';
import { report } from './report.js';
import { de as speech } from './speech.js';
import { work } from './work.js';

export const de: Catalogue = {
  speech,
  checks,
  findings,
  report,
  rehearsal,
  done,
  closed,
  work,
  errors,
  toldDiagnostic,
  intake,
  recognition,
  fieldLabel,
  valueLabel,
};
