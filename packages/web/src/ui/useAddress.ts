import { useSearchParams } from 'react-router';

/**
 * What of a page its address says, such as the entry that is shown, and how to change it. A change is on the page before
 * the next key can come: whoever goes on with one key and marks with the next marks what was gone to.
 */
export function useAddress(): [said: URLSearchParams, change: (part: Readonly<Record<string, string>>) => void] {
  const [said, set] = useSearchParams();
  return [
    said,
    (part) =>
      set((now) => new URLSearchParams({ ...Object.fromEntries(now), ...part }), { replace: true, flushSync: true }),
  ];
}
