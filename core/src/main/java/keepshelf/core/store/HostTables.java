package keepshelf.core.store;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.json.Json;
import org.jdbi.v3.core.Handle;

/** Rows of hosts and of what is installed in them. */
final class HostTables {
  private HostTables() {}

  static List<HostRecord> hosts(Handle h) {
    return h.createQuery("select name, profile, folder from host order by lower(name)")
        .map((r, c) -> new HostRecord(r.getString(1), r.getString(2), r.getString(3)))
        .list();
  }

  static void put(Handle h, HostRecord host) {
    h.execute(
        "insert or replace into host(name, profile, folder) values (?, ?, ?)",
        host.name(),
        host.profile(),
        host.folder());
  }

  static List<InstallationRecord> installations(Handle h) {
    return new ArrayList<>(
        h.createQuery("select receipt from installation order by id")
            .map((r, c) -> Json.mapper().readValue(r.getString(1), InstallationRecord.class))
            .list());
  }

  /** Puts what a reader found in {@code read} unless other files are recorded by now. */
  static Optional<InstallationRecord> prove(
      Handle h, InstallationRecord read, InstallationRecord.Proof found) {
    Optional<InstallationRecord> now =
        installation(h, read.id()).filter(i -> i.sameFiles(read)).map(i -> i.proved(found));
    now.ifPresent(i -> put(h, i));
    return now;
  }

  static Optional<InstallationRecord> installation(Handle h, String id) {
    return h.createQuery("select receipt from installation where id = ?")
        .bind(0, id)
        .map((r, c) -> Json.mapper().readValue(r.getString(1), InstallationRecord.class))
        .findOne();
  }

  static void put(Handle h, InstallationRecord i) {
    h.execute(
        "insert or replace into installation(id, item_id, host, receipt) values (?, ?, ?, ?)",
        i.id(),
        i.item(),
        i.host(),
        Json.line(i));
  }
}
