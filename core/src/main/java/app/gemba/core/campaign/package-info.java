/** A campaign's life, its preflight, its run, attempts and outcomes. */
package app.gemba.core.campaign;
