package app.gemba.standins.sms;

import java.nio.file.Path;

/**
 * How a message centre is set up.
 *
 * @param port TCP port on the loopback address; a real one, not 0
 * @param seed from which all handsets' habits come
 * @param speed how many times faster than in life handsets act; 1 is life
 * @param log where everything is written down, one CSV line an event
 */
public record MessageCentreSettings(
    int port, String systemId, String password, long seed, double speed, Path log) {}
