package app.gemba.store;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.PosixFilePermissions;

/** The one folder in which a house keeps everything, locked against a second process. */
public final class DataFolder implements AutoCloseable {
  private final Path root;
  private final FileChannel channel;
  private final FileLock lock;

  private DataFolder(Path root, FileChannel channel, FileLock lock) {
    this.root = root;
    this.channel = channel;
    this.lock = lock;
  }

  /** Somebody else has the folder. */
  public static final class InUse extends IOException {
    private static final long serialVersionUID = 1L;

    InUse(Path root) {
      super(
          "The data folder "
              + root
              + " is in use by another Gemba. Stop that one, or name another folder with --data.");
    }
  }

  /** Opens a folder, making it where it is not there, and locks it. */
  public static DataFolder open(Path folder) throws IOException {
    Path root = folder.toAbsolutePath().normalize();
    for (String part :
        new String[] {
          "imports", "backups", "logs", "stand-ins", "secrets", "recordings", "scratch", "drop"
        }) {
      Files.createDirectories(root.resolve(part));
    }
    if (Files.getFileStore(root).supportsFileAttributeView("posix")) {
      Files.setPosixFilePermissions(root, PosixFilePermissions.fromString("rwx------"));
    }
    FileChannel channel =
        FileChannel.open(root.resolve("lock"), StandardOpenOption.CREATE, StandardOpenOption.WRITE);
    try {
      FileLock lock = channel.tryLock();
      if (lock != null) {
        return new DataFolder(root, channel, lock);
      }
    } catch (OverlappingFileLockException e) {
      // This very process has it: the same answer.
    }
    channel.close();
    throw new InUse(root);
  }

  /** The database file. */
  public Path database() {
    return root.resolve("gemba.db");
  }

  /** A part of the folder, such as "imports". */
  public Path part(String name) {
    return root.resolve(name);
  }

  @Override
  public void close() throws IOException {
    lock.release();
    channel.close();
  }
}
