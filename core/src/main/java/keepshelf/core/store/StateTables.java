package keepshelf.core.store;

import java.util.Optional;
import keepshelf.core.catalogue.ShelfState;
import org.jdbi.v3.core.Handle;

/** The one row that says which shelf the catalogue is of and how many changes it has seen. */
final class StateTables {
  private StateTables() {}

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
