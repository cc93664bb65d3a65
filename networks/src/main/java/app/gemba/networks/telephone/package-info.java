/** The caller's side of the telephone exchange's wire. */
package app.gemba.networks.telephone;
