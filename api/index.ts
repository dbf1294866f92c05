export { versionOf } from '../core/log/entry.ts';
export * as schema from './entry.ts';
export * from './routes.ts';
export * from './bounds.ts';
