package app.gemba.server;

import java.nio.file.Path;
import java.time.DateTimeException;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Optional;

/**
 * What was asked for on the command line.
 *
 * @param address the interface to listen on; loopback alone unless it is said otherwise
 * @param fresh whether a demo begins again
 * @param clock where the business clock of a rehearsal begins; empty for real time
 * @param file the backup to write or to restore
 */
record CommandLine(
    Command command,
    Path data,
    int port,
    String address,
    boolean fresh,
    Optional<Instant> clock,
    Optional<Path> file) {
  static final String USAGE =
      """
      Usage: ./gemba demo    [--port 8080] [--data FOLDER] [--fresh]
             ./gemba start   [--port 8080] [--data FOLDER] [--address 0.0.0.0]
                            [--clock 2026-11-17T14:00:00Z]  (a rehearsal, on stand-ins only)
             ./gemba backup  [--data FOLDER] FILE
             ./gemba restore [--data FOLDER] FILE
             ./gemba test | bench [NAME]""";

  /** What to do. */
  enum Command {
    DEMO,
    START,
    BACKUP,
    RESTORE
  }

  /** What was typed cannot be understood. */
  static final class Misunderstood extends Exception {
    private static final long serialVersionUID = 1L;

    Misunderstood(String sentence) {
      super(sentence + "\n" + USAGE);
    }
  }

  static CommandLine parse(String... args) throws Misunderstood {
    Deque<String> words = new ArrayDeque<>(List.of(args));
    Command command = command(words);
    Path data = Path.of(command == Command.DEMO ? ".gemba/demo" : ".gemba/house");
    int port = 8080;
    String address = "127.0.0.1";
    boolean fresh = false;
    Optional<Instant> clock = Optional.empty();
    Optional<Path> file = Optional.empty();
    while (!words.isEmpty()) {
      String word = words.pop();
      switch (word) {
        case "--data" -> data = Path.of(value(word, words));
        case "--port" -> port = port(value(word, words));
        case "--address" -> address = value(word, words);
        case "--clock" -> clock = Optional.of(instant(value(word, words)));
        case "--fresh" -> fresh = true;
        default -> {
          if (word.startsWith("--") || file.isPresent()) {
            throw new Misunderstood("I do not know “" + word + "”.");
          }
          file = Optional.of(Path.of(word));
        }
      }
    }
    boolean needsFile = command == Command.BACKUP || command == Command.RESTORE;
    if (needsFile != file.isPresent()) {
      throw new Misunderstood(needsFile ? "Name the backup's file." : "No file is needed here.");
    }
    return new CommandLine(command, data, port, address, fresh, clock, file);
  }

  private static Command command(Deque<String> words) throws Misunderstood {
    String word = words.isEmpty() ? "" : words.pop();
    for (Command command : Command.values()) {
      if (command.name().equalsIgnoreCase(word)) {
        return command;
      }
    }
    throw new Misunderstood(word.isEmpty() ? "What shall I do?" : "I do not know “" + word + "”.");
  }

  private static String value(String option, Deque<String> words) throws Misunderstood {
    if (words.isEmpty()) {
      throw new Misunderstood(option + " needs a value.");
    }
    return words.pop();
  }

  private static Instant instant(String text) throws Misunderstood {
    try {
      return Instant.parse(text);
    } catch (DateTimeException e) {
      throw new Misunderstood("--clock needs an instant such as 2026-11-17T14:00:00Z.");
    }
  }

  private static int port(String text) throws Misunderstood {
    try {
      int port = Integer.parseInt(text);
      if (port >= 0 && port < 65536) {
        return port;
      }
    } catch (NumberFormatException e) {
      // Said below.
    }
    throw new Misunderstood("--port needs a number from 0 to 65535.");
  }
}
