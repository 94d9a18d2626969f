package keepshelf.core.store;

import org.sqlite.SQLiteDataSource;

/** What the first statement of a process waits for: the database's library and that around it. */
public final class FirstStatement {
  private FirstStatement() {}

  /** Has it wait now, on a catalogue that is none; returns when it is done. */
  public static void run() {
    SQLiteDataSource none = new SQLiteDataSource(CatalogueFile.config());
    none.setUrl("jdbc:sqlite::memory:");
    CatalogueFile.statements(none)
        .useHandle(h -> h.createQuery("select :n").bind("n", 1).mapTo(int.class).one());
  }
}
