import { fieldLabel, valueLabel } from '@fair-copy/core/termbase/categories.js';
import type { Catalogue } from '../catalogue.js';
import { checks, findings } from './findings.js';
import { report } from './report.js';
import { en as speech } from './speech.js';

export const en: Catalogue = { speech, checks, findings, report, fieldLabel, valueLabel };
