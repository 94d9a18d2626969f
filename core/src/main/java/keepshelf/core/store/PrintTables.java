package keepshelf.core.store;

import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import keepshelf.core.catalogue.kin.KeptDescriptor;
import keepshelf.imaging.fingerprint.Descriptor;
import keepshelf.imaging.fingerprint.Fingerprint;
import org.jdbi.v3.core.Handle;

/**
 * Rows of fingerprints. The small descriptors, of which a search reads all, lie apart from the
 * pictures to compare by, of which it reads few.
 */
final class PrintTables {
  private PrintTables() {}

  static List<KeptDescriptor> descriptors(Handle h, long after) {
    return h.createQuery(
            "select row, sha256, data from descriptor where row > ? and version = ? order by row")
        .bind(0, after)
        .bind(1, Fingerprint.VERSION)
        .map((r, c) ->
            new KeptDescriptor(r.getLong(1), r.getString(2), Descriptor.ofBytes(r.getBytes(3))))
        .list();
  }

  static Optional<Fingerprint> fingerprint(Handle h, String sha256) {
    return h.createQuery(
            "select d.data, l.data from descriptor d join luma l on l.row = d.row where d.sha256 ="
                + " ? and d.version = ?")
        .bind(0, sha256)
        .bind(1, Fingerprint.VERSION)
        .map((r, c) -> Fingerprint.of(Descriptor.ofBytes(r.getBytes(1)), r.getBytes(2)))
        .findOne();
  }

  static Set<String> known(Handle h, Set<String> hashes) {
    Set<String> out = new HashSet<>();
    for (String sha : hashes) {
      h.createQuery("select 1 from descriptor where sha256 = ? and version = ?")
          .bind(0, sha)
          .bind(1, Fingerprint.VERSION)
          .mapTo(Integer.class)
          .findOne()
          .ifPresent(x -> out.add(sha));
    }
    return out;
  }

  static Set<String> missing(Handle h) {
    return h.createQuery(
            "select distinct m.sha256 from map m left join descriptor d on d.sha256 = m.sha256 and"
                + " d.version = ? where d.row is null")
        .bind(0, Fingerprint.VERSION)
        .mapTo(String.class)
        .set();
  }

  static void put(Handle h, Map<String, Fingerprint> bySha256) {
    bySha256.forEach((sha, f) -> {
      h.execute("delete from descriptor where sha256 = ?", sha);
      h.execute(
          "insert into descriptor(sha256, version, data) values (?, ?, ?)",
          sha,
          Fingerprint.VERSION,
          f.descriptor().toBytes());
      h.execute("insert into luma(row, data) values (last_insert_rowid(), ?)", f.comparedBy());
    });
  }
}
