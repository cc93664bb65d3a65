package app.gemba.store;

/** The database could not do what it was asked; nothing of the step was kept. */
public final class StoreFailure extends RuntimeException {
  private static final long serialVersionUID = 1L;

  StoreFailure(String message, Throwable cause) {
    super(message, cause);
  }
}
