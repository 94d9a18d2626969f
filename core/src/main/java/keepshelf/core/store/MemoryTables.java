package keepshelf.core.store;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import keepshelf.core.catalogue.BrokenFile;
import keepshelf.core.catalogue.kin.KeptApart;
import keepshelf.core.json.Json;
import keepshelf.core.model.MapRole;
import keepshelf.core.recognise.found.FileCorrection;
import keepshelf.core.recognise.names.NamingHabit;
import org.jdbi.v3.core.Handle;

/** Rows of what a person said and is not to be asked again. */
final class MemoryTables {
  private MemoryTables() {}

  static List<NamingHabit> habits(Handle h) {
    return h.createQuery("select source, word, role from naming_habit order by source, word")
        .map((r, c) ->
            new NamingHabit(
                r.getString(1), r.getString(2), MapRole.ofId(r.getString(3)).orElseThrow()))
        .list();
  }

  static void put(Handle h, NamingHabit habit) {
    h.execute(
        "insert or replace into naming_habit(source, word, role) values (?, ?, ?)",
        habit.source(),
        habit.word(),
        habit.role().id());
  }

  static void remove(Handle h, NamingHabit habit) {
    h.execute(
        "delete from naming_habit where source = ? and word = ?", habit.source(), habit.word());
  }

  static Map<String, FileCorrection> corrections(Handle h) {
    Map<String, FileCorrection> out = new HashMap<>();
    h.createQuery("select sha256, said from correction")
        .map((r, c) ->
            out.put(r.getString(1), Json.mapper().readValue(r.getString(2), FileCorrection.class)))
        .list();
    return out;
  }

  static void put(Handle h, FileCorrection c) {
    h.execute(
        "insert or replace into correction(sha256, said) values (?, ?)", c.sha256(), Json.line(c));
  }

  static void removeCorrection(Handle h, String sha256) {
    h.execute("delete from correction where sha256 = ?", sha256);
  }

  static Set<KeptApart> keptApart(Handle h) {
    return new HashSet<>(
        h.createQuery("select a, b from kept_apart")
            .map((r, c) -> new KeptApart(r.getString(1), r.getString(2)))
            .list());
  }

  static void put(Handle h, KeptApart p) {
    h.execute("insert or replace into kept_apart(a, b) values (?, ?)", p.a(), p.b());
  }

  static void remove(Handle h, KeptApart p) {
    h.execute("delete from kept_apart where a = ? and b = ?", p.a(), p.b());
  }

  static List<BrokenFile> broken(Handle h) {
    return h.createQuery(
            "select pack_id, path, state, found_at from broken_file order by pack_id, path")
        .map((r, c) ->
            new BrokenFile(
                r.getString(1),
                r.getString(2),
                BrokenFile.State.ofId(r.getString(3)),
                r.getString(4)))
        .list();
  }

  static Set<String> brokenItems(Handle h) {
    return h.createQuery(
            "select distinct i.id from broken_file b cross join item i on i.pack_id = b.pack_id"
                + " cross join map m on m.item_id = i.id and m.path = b.path")
        .mapTo(String.class)
        .set();
  }

  static void putBroken(Handle h, String pack, List<BrokenFile> files) {
    h.execute("delete from broken_file where pack_id = ?", pack);
    for (BrokenFile f : files) {
      h.execute(
          "insert into broken_file(pack_id, path, state, found_at) values (?, ?, ?, ?)",
          pack,
          f.path(),
          f.state().id(),
          f.foundAt());
    }
  }
}
