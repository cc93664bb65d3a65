/** Telephone numbers: reading them, their type, region and possible time zones. */
package app.gemba.core.phone;
