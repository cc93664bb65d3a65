/** The desks of agents, the floor, and what was promised. */
package app.gemba.server.desk;
