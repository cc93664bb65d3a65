/** The day drawn as time, and what waits for a person. */
package app.gemba.server.today;
