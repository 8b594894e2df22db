import fc from 'fast-check';

// A failing property reports its first counterexample: shrinking simulated days takes minutes.
fc.configureGlobal({ endOnFailure: true });
