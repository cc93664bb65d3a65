/** Lists and people. */
package app.gemba.server.people;
