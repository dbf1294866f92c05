import { useCallback, useEffect, useState, type Dispatch, type SetStateAction } from 'react';

const PREFIX = 'kosmema-draft:';

function read<T>(key: string): T | null {
  try {
    return JSON.parse(sessionStorage.getItem(PREFIX + key) ?? 'null') as T | null;
  } catch {
    return null;
  }
}

/**
 * What is being typed, kept over Back and reload until it is logged.
 * @param key which form, and of what
 * @returns its value, a setter, and what forgets it once it is logged
 */
export function useDraft<T extends object>(
  key: string,
  initial: () => T,
): [T, Dispatch<SetStateAction<T>>, forget: () => void] {
  const [kept, setKept] = useState(() => {
    const typed = read<Partial<T>>(key);
    // a form that has grown since has its new fields as they begin
    return { key, touched: typed !== null, value: { ...initial(), ...typed } };
  });
  useEffect(() => {
    if (kept.touched) sessionStorage.setItem(PREFIX + kept.key, JSON.stringify(kept.value));
  }, [kept]);
  const set = useCallback<Dispatch<SetStateAction<T>>>(
    (next) =>
      setKept((last) => ({
        ...last,
        touched: true,
        value: typeof next === 'function' ? (next as (of: T) => T)(last.value) : next,
      })),
    [],
  );
  const forget = useCallback(() => {
    sessionStorage.removeItem(PREFIX + key);
    setKept((last) => ({ ...last, touched: false }));
  }, [key]);
  return [kept.value, set, forget];
}
