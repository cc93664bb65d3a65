package app.gemba.server.campaigns;

import app.gemba.store.PreflightStore.Unfinished;
import java.util.List;

/** What is to be said before a launch of files that are not wholly in. */
final class ImportWarnings {
  private ImportWarnings() {}

  /** A sentence for each. */
  static List<String> about(List<Unfinished> imports) {
    return imports.stream().map(of -> "“" + of.fileName() + "” " + words(of.state())).toList();
  }

  private static String words(String state) {
    return switch (state) {
      case "running" ->
          "is still being imported: whom it brings is not counted here, and would not"
              + " be contacted.";
      case "going" -> "is being taken back: whom it brought is not contacted.";
      default ->
          "was not imported to its end: whom it brought is not contacted. Take it back, and"
              + " import it again.";
    };
  }
}
