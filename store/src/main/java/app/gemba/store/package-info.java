/** What the core needs kept, in SQLite through plain JDBC: one writer, many readers. */
package app.gemba.store;
