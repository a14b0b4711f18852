import type { Catalogue } from '../catalogue.js';
import { fieldLabel, valueLabel } from './fields.js';
import { checks, findings } from './findings.js';
import { report } from './report.js';
import { de as speech } from './speech.js';

export const de: Catalogue = { speech, checks, findings, report, fieldLabel, valueLabel };
