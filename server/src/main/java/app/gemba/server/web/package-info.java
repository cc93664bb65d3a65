/** What all endpoints share: problems, the page itself, the API's document. */
package app.gemba.server.web;
