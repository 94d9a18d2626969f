package keepshelf.core.store;

import java.util.List;
import org.jdbi.v3.core.Handle;

/**
 * Keeps the indexes of words quick. Each change writes a segment of its own; asking many segments
 * for a word that most items have takes several times as long as asking one.
 */
final class IndexTidying {
  private static final List<String> TABLES = List.of("words", "pack_words");

  /** Pages of about 4 KB that are merged in one transaction: tens of milliseconds. */
  private static final int PAGES_AT_ONCE = 250;

  /** Pages outside of the largest segment that are not worth the while, in any case. */
  private static final int FEW_PAGES = 64;

  private IndexTidying() {}

  /**
   * Merges the segments of each index that has more than an eighth of its pages outside of its
   * largest one, in short transactions, until it is done or the thread is interrupted.
   */
  static void tidy(Handle h) {
    for (String table : TABLES) {
      if (worthWhile(h, table)) {
        // A negative number puts all segments on one level first: see "merge" in SQLite's FTS5.
        int pages = -PAGES_AT_ONCE;
        while (merge(h, table, pages) && !Thread.currentThread().isInterrupted()) {
          pages = PAGES_AT_ONCE;
        }
      }
    }
  }

  private static boolean worthWhile(Handle h, String table) {
    // The last leaf of a segment that its index names; the lowest bit is a flag of FTS5.
    List<Long> pages =
        h.createQuery("select max(pgno) >> 1 from " + table + "_idx group by segid")
            .mapTo(Long.class)
            .list();
    long all = pages.stream().mapToLong(p -> p).sum();
    long outside = all - pages.stream().mapToLong(p -> p).max().orElse(0);
    return outside > FEW_PAGES && 8 * outside > all;
  }

  /** Whether there is more to merge: FTS5 says so by writing more than the wish itself. */
  private static boolean merge(Handle h, String table, int pages) {
    long before = written(h);
    h.execute("insert into " + table + "(" + table + ", rank) values ('merge', ?)", pages);
    return written(h) - before >= 2;
  }

  private static long written(Handle h) {
    return h.createQuery("select total_changes()").mapTo(Long.class).one();
  }
}
