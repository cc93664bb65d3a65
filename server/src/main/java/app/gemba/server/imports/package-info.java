/** Bringing files in. */
package app.gemba.server.imports;
