package app.gemba.networks.sms;

/**
 * How to reach a message centre.
 *
 * @param window the most texts whose answer is awaited at once
 * @param standInOnly whether a message centre that does not say it is a stand-in is left again at
 *     once, because the business clock is not real time
 */
public record SmppSettings(
    String host, int port, String systemId, String password, int window, boolean standInOnly) {}
