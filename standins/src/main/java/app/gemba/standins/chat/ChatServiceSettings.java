package app.gemba.standins.chat;

import java.nio.file.Path;

/**
 * How the chat service is run.
 *
 * @param port 0 for any that is free
 * @param key what callers say to be let in, and {@code secret} signs what is called back
 * @param seed of the people behind the numbers
 * @param speed how many times faster than in life things happen
 * @param log the file in which it writes what came in and went out
 */
public record ChatServiceSettings(
    int port, String key, String secret, long seed, double speed, Path log) {}
