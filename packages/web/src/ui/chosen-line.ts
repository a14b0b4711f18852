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

const chosenNow = (): HTMLElement | SVGElement | null => document.querySelector(CHOSEN);

/**
 * Takes the focus to the line that is chosen next, once it stands, unless something else took the focus meanwhile: a field
 * in which somebody types, a dialog. Call it before the choice: the line chosen until then is told by it.
 */
export function focusChosenLine(
  before = chosenNow(),
  focused: Element | null = document.activeElement,
  frames = PATIENCE,
): void {
  requestAnimationFrame(() => {
    // Nothing has it any more once a button that was pressed is out of use.
    if (document.activeElement !== focused && document.activeElement !== document.body) return;
    const line = chosenNow();
    // At the end of the list the choice stays where it is.
    if (line && (line !== before || frames === 0)) line.focus({ preventScroll: true });
    else if (frames > 0) focusChosenLine(before, focused, frames - 1);
  });
}

/**
 * Keeps the focus in a list that is drawn anew: fetched again, or the line in hand is done and gone. An element taken away
 * takes the focus with it, and keys and screen readers would be back at the top of the page; the line chosen now gets it
 * instead. It ends when anything else has the focus, and when another page is gone to. Call it once.
 */
export function keepFocusInLists(): void {
  let held: Element | null = null;
  let page = '';
  const drawn = new MutationObserver(() => {
    if (document.activeElement === held) return;
    if (document.activeElement !== document.body || held?.isConnected || location.pathname !== page) drawn.disconnect();
    else chosenNow()?.focus({ preventScroll: true });
  });
  document.addEventListener('focusin', ({ target }) => {
    drawn.disconnect();
    if (!(target instanceof Element) || !target.closest(CHOSEN)) return;
    held = target;
    page = location.pathname;
    drawn.observe(document.body, { childList: true, subtree: true });
  });
}
