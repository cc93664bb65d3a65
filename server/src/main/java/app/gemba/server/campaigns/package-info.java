/** Composing, launching and running campaigns, and their reports. */
package app.gemba.server.campaigns;
