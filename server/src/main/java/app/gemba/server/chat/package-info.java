/** Templates of WhatsApp messages, and what the chat service calls back. */
package app.gemba.server.chat;
