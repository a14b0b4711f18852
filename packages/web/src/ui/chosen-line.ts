/** The line of a list that keys have gone to: marked for assistive technology, and given the focus, so that it is read. */

const CHOSEN = 'main [aria-current="true"][tabindex="-1"]';
/** Frames of the screen to wait for a line that a virtual list has still to draw. */
const PATIENCE = 30;

/** What the line of a list has that is chosen by going there. */
export const chosenLine = (chosen: boolean): { 'aria-current'?: 'true'; tabIndex?: -1 } =>
  chosen ? { 'aria-current': 'true', tabIndex: -1 } : {};

/** Keys that go from line to line. */
const GOING: ReadonlySet<string> = new Set(['j', 'k', 'ArrowDown', 'ArrowUp', '[', ']']);

export const goesToLine = (key: string): boolean => GOING.has(key);

/** Takes the focus to the chosen line, once it stands, unless somebody began to type or opened something meanwhile. */
export function focusChosenLine(frames = PATIENCE): void {
  requestAnimationFrame(() => {
    const focused = document.activeElement;
    if (focused instanceof HTMLInputElement || focused instanceof HTMLTextAreaElement) return;
    const line = document.querySelector<HTMLElement | SVGElement>(CHOSEN);
    if (line && !line.contains(focused)) line.focus({ preventScroll: true });
    // The line chosen before may still stand there: look again until the list has settled.
    if (frames > 0 && (!line || frames > PATIENCE - 3)) focusChosenLine(frames - 1);
  });
}
