/** Benchmarks: each measures our rate and, in the same run, a floor to hold it against. */
package app.gemba.bench;
