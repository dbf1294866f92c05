import type {
  ActAnswer,
  BatchAnswer,
  BinsAnswer,
  FeedAnswer,
  FileAnswer,
  FilesAnswer,
  FormsAnswer,
  GuideAnswer,
  ImportAnswer,
  ImportProgress,
  KilnAnswer,
  LayersAnswer,
  LearningAnswer,
  LearningCasesAnswer,
  PieceAnswer,
  PiecesAnswer,
  PlanReply,
  PossibleAnswer,
  ReadingsPreview,
  RoomsAnswer,
  SensorsAnswer,
  ShelfAnswer,
  StudioAnswer,
  TechniquesAnswer,
  TodayAnswer,
  TubAnswer,
  WeekAnswer,
  WhatIfAnswer,
} from './routes.ts';
import type { FormatPreview, FormatTaken } from './formats.ts';

/** What is asked of the studio by GET, by its address, and what is answered. */
export interface Answers {
  '/api/batches/:id': BatchAnswer;
  '/api/bins': BinsAnswer;
  '/api/feed': FeedAnswer;
  '/api/files': FilesAnswer;
  '/api/forms': FormsAnswer;
  '/api/guides/:id': GuideAnswer;
  '/api/import': ImportProgress | null;
  '/api/kiln': KilnAnswer;
  '/api/layers': LayersAnswer;
  '/api/learning': LearningAnswer;
  '/api/learning/cases': LearningCasesAnswer;
  '/api/pieces': PiecesAnswer;
  '/api/pieces/:id': PieceAnswer;
  '/api/pieces/:id/plan': PlanReply;
  '/api/rooms': RoomsAnswer;
  '/api/sensors': SensorsAnswer;
  '/api/shelf': ShelfAnswer;
  '/api/studio': StudioAnswer;
  '/api/techniques': TechniquesAnswer;
  '/api/today': TodayAnswer;
  '/api/tubs/:id': TubAnswer;
  '/api/week': WeekAnswer;
  '/api/week/possible/:id': PossibleAnswer;
}

/** What is sent to the studio by POST, by its address, and what is answered. */
export interface Replies {
  '/api/acts': ActAnswer;
  '/api/files': FileAnswer;
  '/api/formats/preview': FormatPreview;
  '/api/formats/take': FormatTaken;
  '/api/import': ImportAnswer;
  '/api/photos': FileAnswer;
  '/api/readings/preview': ReadingsPreview;
  '/api/week/what-if': WhatIfAnswer;
}

export type Address = keyof Answers;

/** A path that is answered as its address is. */
export type PathTo<A extends Address> = string & { readonly to?: A };

/** The names of the parameters in an address. */
type Named<A extends string> = A extends `${string}:${infer Name}/${infer Rest}`
  ? Name | Named<Rest>
  : A extends `${string}:${infer Name}`
    ? Name
    : never;

type Parameters<A extends string> = [Named<A>] extends [never]
  ? [named?: Record<never, string>, query?: string]
  : [named: Record<Named<A>, string>, query?: string];

/** The path to an address: `to('/api/tubs/:id', { id })`; a query goes without its question mark. */
export function to<A extends Address>(address: A, ...[named = {}, query]: Parameters<A>): PathTo<A> {
  const path = address.replace(/:(\w+)/g, (_whole, name: string) =>
    encodeURIComponent((named as Record<string, string>)[name]!),
  );
  return query ? `${path}?${query}` : path;
}
