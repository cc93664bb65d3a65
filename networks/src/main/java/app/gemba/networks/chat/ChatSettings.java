package app.gemba.networks.chat;

import java.net.URI;

/**
 * How the chat service is reached.
 *
 * @param service where it is
 * @param key what we say to be let in
 * @param callback where it is to tell what happened
 * @param window how many messages may await their answer at once
 * @param standInOnly whether a service that does not say it is a stand-in is not used, because the
 *     business clock is not real time
 */
public record ChatSettings(
    URI service, String key, URI callback, int window, boolean standInOnly) {}
