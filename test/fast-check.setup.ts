/** The same random cases every time, so that a red run means a change; `FAIR_COPY_SEED=N` tries others. */
import fc from 'fast-check';

fc.configureGlobal({ seed: Number(process.env.FAIR_COPY_SEED ?? 20261123) });
