package app.gemba.core.campaign;

import app.gemba.core.channel.Message;

/**
 * A message by template on its way to the chat service.
 *
 * @param from the business number, and {@code to} whom, in E.164
 */
public record OutgoingChat(long attemptId, String from, String to, Message.Chat message)
    implements Outgoing {}
