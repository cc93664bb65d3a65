/** Hours that repeat, and the next moment at which they are open. */
package app.gemba.core.hours;
