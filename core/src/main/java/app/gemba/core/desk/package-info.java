/** Where agents take calls: what a desk may do next, how calls are marked, follow-ups. */
package app.gemba.core.desk;
