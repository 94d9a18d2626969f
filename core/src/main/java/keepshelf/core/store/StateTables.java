package keepshelf.core.store;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Optional;
import keepshelf.core.catalogue.Records;
import keepshelf.core.catalogue.ShelfState;
import org.jdbi.v3.core.Handle;

/**
 * The one row that says which shelf the catalogue is of and how many changes of its records it has
 * seen.
 */
final class StateTables {
  /** Writes what changed in the catalogue into the records beside it. */
  interface RecordWriting {
    /**
     * Writes it.
     *
     * @param h sees the change, which is taken back when this fails
     */
    void write(Records records, Handle h) throws IOException;
  }

  private StateTables() {}

  /** Writes records with a change of the catalogue, and counts it in both. */
  static void write(Handle h, Records records, RecordWriting how) {
    try {
      how.write(records, h);
      ShelfState now = state(h).map(ShelfState::next).orElse(null);
      if (now != null) {
        put(h, now);
        records.state(now);
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  static Optional<ShelfState> state(Handle h) {
    return h.createQuery("select shelf, changes from shelf_state")
        .map((r, c) -> new ShelfState(r.getString(1), r.getLong(2)))
        .findFirst();
  }

  static void put(Handle h, ShelfState state) {
    h.execute("delete from shelf_state");
    h.execute(
        "insert into shelf_state(shelf, changes) values (?, ?)", state.shelf(), state.changes());
  }
}
