/**
 * Where agents sit: their desks, the lines that are opened for them, and the floor of all desks.
 */
package app.gemba.engine.desk;
