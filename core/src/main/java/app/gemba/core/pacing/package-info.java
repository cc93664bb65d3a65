/** How fast. */
package app.gemba.core.pacing;
