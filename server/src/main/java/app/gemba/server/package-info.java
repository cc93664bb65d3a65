/** The HTTP API, sign-in, live updates and the wiring of it all. */
package app.gemba.server;
