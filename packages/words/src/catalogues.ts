import type { Catalogue } from './catalogue.js';
import { de } from './de/index.js';
import { en } from './en/index.js';

/** The languages that Fair Copy speaks. */
export const SPOKEN = ['en', 'de'] as const;
export type Spoken = (typeof SPOKEN)[number];

const CATALOGUES: Readonly<Record<Spoken, Catalogue>> = { en, de };

export const catalogueOf = (language: Spoken): Catalogue => CATALOGUES[language];
