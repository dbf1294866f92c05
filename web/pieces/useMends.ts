import { useEffect, useMemo, useState } from 'react';
import { hasHeight, type Form } from '../../core/form/form.ts';
import type { Layer } from '../../core/technique/layer.ts';
import { searchMends, type Mend } from '../../core/technique/mend.ts';

/** So many are tried before the page gets its turn again. */
const AT_ONCE = 3;

/** What mends the conflicts of some layers, once it is found; null while it is looked for. */
export function useMends(layers: Layer[], form: Form): Mend[] | null {
  const key = useMemo(() => JSON.stringify([layers, form]), [layers, form]);
  const [found, setFound] = useState<{ key: string; mends: Mend[] } | null>(null);

  useEffect(() => {
    const [of, on] = JSON.parse(key) as [Layer[], Form];
    const search = searchMends(of, { form: on }, hasHeight(on));
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
