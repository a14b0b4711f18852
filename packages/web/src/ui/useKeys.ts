import { useLayoutEffect, useRef } from 'react';
import { focusChosenLine, goesToLine } from './chosen-line.js';

export type KeyMap = Readonly<Record<string, () => void>>;

/**
 * Single keys that act while no text is being typed and no menu or dialog is open. They never take a key with Ctrl,
 * Alt or Meta from the browser.
 */
export function useKeys(map: KeyMap): void {
  const latest = useRef(map);
  // Before the next key can come.
  useLayoutEffect(() => {
    latest.current = map;
  });
  // What is seen answers to its keys.
  useLayoutEffect(() => {
    const listen = (event: KeyboardEvent): void => {
      if (event.ctrlKey || event.altKey || event.metaKey || event.defaultPrevented || isTyping(event.target)) return;
      if (event.key === 'Enter' && isControl(event.target)) return;
      if (document.querySelector('.MuiModal-root:not([aria-hidden="true"])')) return;
      const act = latest.current[event.key];
      if (!act) return;
      event.preventDefault();
      if (goesToLine(event.key)) focusChosenLine();
      act();
    };
    document.addEventListener('keydown', listen);
    return () => document.removeEventListener('keydown', listen);
  }, []);
}

function isTyping(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  return target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName);
}

/** Enter belongs to the button or link that has the focus. */
function isControl(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    target.closest('button, a, [role="button"], [role="option"], [role="menuitem"]') !== null
  );
}
