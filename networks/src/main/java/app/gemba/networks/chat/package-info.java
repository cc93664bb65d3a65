/** The client side of the chat service's wire: HTTP and JSON, with signed callbacks. */
package app.gemba.networks.chat;
