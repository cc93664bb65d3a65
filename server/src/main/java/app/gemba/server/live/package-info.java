/** What is happening now, pushed to the page. */
package app.gemba.server.live;
