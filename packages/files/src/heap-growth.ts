import { setFlagsFromString } from 'node:v8';

/**
 * On a machine with much memory V8 lets a heap grow to four times what lives in it before it clears away the old. Twice is as
 * quick and takes a third less. For the whole process, its threads too; to be called before anything else.
 */
export function growHeapSlowly(): void {
  setFlagsFromString('--heap-growing-percent=100');
}
