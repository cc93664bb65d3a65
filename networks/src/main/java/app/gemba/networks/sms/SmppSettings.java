package app.gemba.networks.sms;

/**
 * How to reach a message centre.
 *
 * @param window the most texts whose answer is awaited at once
 */
public record SmppSettings(String host, int port, String systemId, String password, int window) {}
