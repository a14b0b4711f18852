import { speechOf } from '../speech.js';

export const en = speechOf('en', ['“', '”']);
