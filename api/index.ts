export * as schema from './entry.ts';
export * from './routes.ts';
