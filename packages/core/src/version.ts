/** Of the program, as it stands in what is written. */
export const VERSION = '0.2.0';
