/** Sounds of the house, what calls will say, and the calls that were made. */
package app.gemba.server.calls;
