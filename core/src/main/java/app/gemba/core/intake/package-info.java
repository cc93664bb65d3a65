/** Taking files in: reading tables, guessing the mapping, checking rows. */
package app.gemba.core.intake;
