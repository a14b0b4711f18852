import { useLayoutEffect, useRef } from 'react';

/** Alt with an arrow moves a rung; nothing else on the page takes it. */
export function useAltArrows(act: (down: boolean) => void): void {
  const latest = useRef(act);
  // Before the next key can come.
  useLayoutEffect(() => {
    latest.current = act;
  });
  useLayoutEffect(() => {
    const listen = (event: KeyboardEvent): void => {
      if (!event.altKey || (event.key !== 'ArrowDown' && event.key !== 'ArrowUp')) return;
      if (event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement) return;
      event.preventDefault();
      latest.current(event.key === 'ArrowDown');
    };
    document.addEventListener('keydown', listen);
    return () => document.removeEventListener('keydown', listen);
  }, []);
}
