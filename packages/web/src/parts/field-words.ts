/** Fields and their values as the reader calls them. */
import { words } from '../all-words.js';

export const { fieldLabel, valueLabel } = words;
