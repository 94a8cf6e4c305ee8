// Random structures and inputs are the same in every npm test, so that a change is judged by its own doing; npm run test:long draws new ones, and a counterexample names its seed.
import fc from 'fast-check';

fc.configureGlobal({ seed: Number(process.env.ELBOW_SEED ?? 20261130) });
