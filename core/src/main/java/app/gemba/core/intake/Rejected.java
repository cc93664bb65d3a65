package app.gemba.core.intake;

import java.util.List;

/** The file in which rejected rows leave, to be put right and brought back. */
public final class Rejected {
  /** The head of the column, behind the file's own, that says why a row was not taken. */
  public static final String COLUMN = "Why not taken";

  private Rejected() {}

  /** The file's own columns, by which a file that comes back is known again. */
  public static List<String> ownHeaders(List<String> headers) {
    int last = headers.size() - 1;
    return last >= 0 && headers.get(last).equals(COLUMN) ? headers.subList(0, last) : headers;
  }
}
