import { speechOf } from '../speech.js';

export const de = speechOf('de', ['„', '“']);
