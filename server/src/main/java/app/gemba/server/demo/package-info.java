/** The made-up house of Marram Ferries. */
package app.gemba.server.demo;
