import type { Cache, State } from 'swr';

/** The number rises whenever an answer gets another shape: older ones are not shown. */
const KEY = 'kosmema-last-answers-4';
const KEPT = ['/api/studio', '/api/today', '/api/pieces', '/api/shelf'];
/** Of what is led the last answer is kept at once: a tablet in wet hands is shut without a word. */
const LED = '/api/guides/';

/** SWR's cache, begun with the last answers this device had, so that a view shows them at once. */
export function lastAnswers(): Cache {
  const map = new Map<string, State>(saved());
  const set = map.set.bind(map);
  map.set = (key, state) => {
    set(key, state);
    if (key.startsWith(LED) && state.data !== undefined) keep();
    return map;
  };
  const keep = () => {
    const led = [...map.keys()].filter((key) => key.startsWith(LED)).slice(-1);
    const kept = [...KEPT, ...led].flatMap((key) =>
      map.get(key)?.data === undefined ? [] : [[key, { data: map.get(key)!.data as unknown }]],
    );
    try {
      localStorage.setItem(KEY, JSON.stringify(kept));
    } catch {
      // the device has no room for it: it is asked for anew
    }
  };
  addEventListener('pagehide', keep);
  return map as Cache;
}

function saved(): [string, State][] {
  try {
    return JSON.parse(localStorage.getItem(KEY) ?? '[]') as [string, State][];
  } catch {
    return [];
  }
}
