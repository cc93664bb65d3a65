/** What will happen, from the same rules and hours that will run, played forward. */
package app.gemba.core.forecast;
