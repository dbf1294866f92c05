/** Marks a button that logs what comes next. */
export const nextAct = { 'data-next-act': '' } as const;

/** How often it is looked for while the view takes up what was logged, ms. */
const LOOKS = [60, 300, 900];

/**
 * After something was logged the focus is often on what has gone: it then goes to the next act of the view.
 * @returns stops looking for it
 */
export function focusNextAct(): () => void {
  const timers = LOOKS.map((after) =>
    setTimeout(() => {
      const { activeElement } = document;
      if (activeElement && activeElement !== document.body) return;
      if (document.querySelector('[role=dialog]')) return;
      document.querySelector<HTMLElement>('main [data-next-act]')?.focus();
    }, after),
  );
  return () => timers.forEach(clearTimeout);
}
