import { useEffect, useMemo, useState } from 'react';
import { hasHeight, type Form } from '../../core/form/form.ts';
import type { Setting } from '../../core/compose/conflicts.ts';
import type { Layer } from '../../core/technique/layer.ts';
import { searchMends, type Mend } from '../../core/compose/mend.ts';

/** What layers are composed on. */
export type Composed = Setting & { form: Form };

/** So many are tried before the page gets its turn again. */
const AT_ONCE = 3;

/** What mends the conflicts of some layers, once it is found; null while it is looked for. */
export function useMends(layers: Layer[], piece: Composed): Mend[] | null {
  const key = useMemo(() => JSON.stringify([layers, piece]), [layers, piece]);
  const [found, setFound] = useState<{ key: string; mends: Mend[] } | null>(null);

  useEffect(() => {
    const [of, on] = JSON.parse(key) as [Layer[], Composed];
    const search = searchMends(of, on, hasHeight(on.form));
    let turn = 0;
    const go = () => {
      for (let tried = 0; tried < AT_ONCE; tried++) {
        const { done, value } = search.next();
        if (done) return setFound({ key, mends: value });
      }
      turn = window.setTimeout(go);
    };
    turn = window.setTimeout(go);
    return () => window.clearTimeout(turn);
  }, [key]);

  return found?.key === key ? found.mends : null;
}
