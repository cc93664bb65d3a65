/** The house itself: its name, senders, network, users, brake and audit log. */
package app.gemba.server.house;
