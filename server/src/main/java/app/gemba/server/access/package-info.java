/** Who may do what: roles, permissions, sign-in and sessions. */
package app.gemba.server.access;
