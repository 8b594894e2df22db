import fc from 'fast-check';

// A failing property reports its first counterexample: shrinking simulated days takes minutes.
// The same cases each time, so that a change is judged by itself; SEED looks at others.
fc.configureGlobal({ endOnFailure: true, seed: Number(process.env.SEED ?? 20) });
