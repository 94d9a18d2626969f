package keepshelf.core.store;

import java.sql.SQLException;
import keepshelf.core.disk.StorageException;
import keepshelf.core.disk.StorageException.Kind;
import org.sqlite.SQLiteException;

/** Tells by SQLite's own numbers, never by words, what kind of trouble there is. */
final class StoreTrouble {
  private StoreTrouble() {}

  /** The kind of {@code e}, by the first of its causes that the store knows. */
  static Kind kind(Throwable e) {
    for (Throwable t = e; t != null; t = t.getCause()) {
      if (t instanceof StorageException s) {
        return s.kind();
      }
      if (t instanceof SQLiteException s) {
        return kind(s);
      }
    }
    return Kind.OTHER;
  }

  private static Kind kind(SQLiteException e) {
    // The lower byte is the primary code: https://www.sqlite.org/rescode.html
    return switch (e.getResultCode().code & 0xFF) {
      case 13 -> Kind.FULL;
      case 5, 6 -> Kind.BUSY;
      case 8, 14, 23 -> Kind.READ_ONLY;
      case 11, 26 -> Kind.DAMAGED;
      case 10 -> memory(e) ? Kind.FULL : Kind.OTHER;
      default -> Kind.OTHER;
    };
  }

  /** A disk that has no room left cannot make the memory that connections share either. */
  private static boolean memory(SQLiteException e) {
    int extended = e.getResultCode().code >> 8;
    // SHMOPEN, SHMSIZE, SHMMAP, WRITE
    return extended == 18 || extended == 19 || extended == 21 || extended == 3;
  }

  /** {@code e} as the rest of the program knows it. */
  static StorageException of(Exception e) {
    if (e instanceof StorageException s) {
      return s;
    }
    Throwable said = e;
    while (said.getCause() != null && !(said instanceof SQLException)) {
      said = said.getCause();
    }
    return new StorageException(
        kind(e),
        said.getMessage() == null ? said.getClass().getSimpleName() : said.getMessage(),
        e);
  }
}
