// Property tests try the same cases every time, so that a run tells about the change and not about luck.
// `PROPERTY_SEED=random npx vitest run packages` tries new ones; fast-check prints the seed of what fails.
import fc from 'fast-check';

const wanted = process.env.PROPERTY_SEED ?? '20260401';
if (wanted !== 'random') fc.configureGlobal({ seed: Number(wanted) });
