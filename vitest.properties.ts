import fc from 'fast-check';

/** Property tests draw the same cases each run; `npm run explore` draws new ones and names their seed. */
fc.configureGlobal({ seed: Number(process.env.KOSMEMA_SEED ?? 20260311), endOnFailure: true });
