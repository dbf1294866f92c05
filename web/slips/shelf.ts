import useSWR from 'swr';
import type { ShelfAnswer } from '../../api/routes.ts';
import { ask } from '../frame/server.ts';

/** The shelf as the studio has it: tubs, batches under way, and what they rest on. */
export const useShelf = () => useSWR<ShelfAnswer>('/api/shelf', ask);
