/**
 * The other end of every wire, simulated: behaviour as a plain library, with a wire in front of it.
 * What is here serves all of them.
 */
package app.gemba.standins;
