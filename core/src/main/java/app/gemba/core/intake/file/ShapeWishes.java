package app.gemba.core.intake.file;

import java.util.Optional;

/** What somebody says about how a file is to be read; what is empty is found by looking. */
public record ShapeWishes(
    Optional<FileFormat> format,
    Optional<String> charset,
    Optional<Character> separator,
    Optional<String> sheet,
    Optional<Integer> titleRows,
    Optional<Boolean> hasHeader) {
  /** Nothing is said. */
  public static final ShapeWishes NONE =
      new ShapeWishes(
          Optional.empty(),
          Optional.empty(),
          Optional.empty(),
          Optional.empty(),
          Optional.empty(),
          Optional.empty());

  /** Only whether there is a header is said. */
  public static ShapeWishes header(boolean hasHeader) {
    return new ShapeWishes(
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.of(hasHeader));
  }
}
