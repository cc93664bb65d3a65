/** The client side of the SMS wire: SMPP 3.4 over TCP. */
package app.gemba.networks.sms;
