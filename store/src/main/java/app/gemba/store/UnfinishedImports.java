package app.gemba.store;

/**
 * Imports that are not wholly in: running, failed, or being taken back. Nobody whom one of them
 * brought is contacted, whichever way they would be found.
 */
final class UnfinishedImports {
  /** Their ids, as a query. */
  static final String IDS =
      "select id from import where state in ('running', 'failed') or undo_state = 'going'";

  private UnfinishedImports() {}

  /** The condition that none of them brought a person. */
  static String didNotBring(String person) {
    return "not exists (select 1 from import_row r where r.person_id = "
        + person
        + " and r.outcome = 'new' and r.import_id in ("
        + IDS
        + "))";
  }
}
