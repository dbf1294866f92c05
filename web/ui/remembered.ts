import { useState } from 'react';

/** A choice of how something is shown, kept on this device. */
export function useRemembered(name: string, usual: boolean): [boolean, (is: boolean) => void] {
  const key = `kosmema-${name}`;
  const [is, setIs] = useState(() => (localStorage.getItem(key) ?? String(usual)) === 'true');
  return [
    is,
    (next) => {
      localStorage.setItem(key, String(next));
      setIs(next);
    },
  ];
}
