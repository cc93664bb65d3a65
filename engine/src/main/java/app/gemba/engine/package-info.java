/** The shell around the core that acts: threads, claims, timers. */
package app.gemba.engine;
