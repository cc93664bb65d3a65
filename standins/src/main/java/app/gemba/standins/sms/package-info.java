/** A simulated message centre that speaks SMPP 3.4 over TCP, with a population of handsets. */
package app.gemba.standins.sms;
