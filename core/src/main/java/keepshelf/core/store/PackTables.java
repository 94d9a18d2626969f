package keepshelf.core.store;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import keepshelf.core.catalogue.DatedLicence;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.Marks;
import keepshelf.core.catalogue.Origin;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.catalogue.Purchase;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.ShelvedItem.PackSummary;
import keepshelf.core.catalogue.kin.Kinship;
import keepshelf.core.catalogue.made.EnsemblePart;
import keepshelf.core.catalogue.made.Recipe;
import keepshelf.core.json.Json;
import keepshelf.core.model.Channels;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import keepshelf.core.model.Workflow;
import keepshelf.core.problem.Problem;
import keepshelf.core.words.Phrase;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.statement.PreparedBatch;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.type.TypeReference;

/** Rows of packs, their files, items and maps. */
final class PackTables {
  private PackTables() {}

  /** Writes a pack with everything in it, in the place of what was there. */
  static void insert(Handle h, PackRecord p) {
    h.execute("delete from item where pack_id = ?", p.id());
    h.execute("delete from pack_file where pack_id = ?", p.id());
    pack(h, p);
    if (!p.files().isEmpty()) {
      var files =
          h.prepareBatch(
              "insert into pack_file(pack_id, path, sort, bytes, sha256, elsewhere) values (?, ?,"
                  + " ?, ?, ?, ?)");
      p.files()
          .forEach(
              f -> files.add(p.id(), f.path(), f.sort(), f.bytes(), f.sha256(), f.elsewhere()));
      files.execute();
    }
    items(h, p);
    CardWriting.insert(h, p.items(), p.summary());
  }

  static void pack(Handle h, PackRecord p) {
    // The row itself stays: what else is known of the pack hangs on it.
    h.execute(
        "insert into pack(id, name, version, source, creator, licence, page, folder, archive,"
            + " taken_in, bytes, file_count, purchase, replaces, earlier_licences) values (?, ?, ?,"
            + " ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?) on conflict(id) do update set name ="
            + " excluded.name, version = excluded.version, source = excluded.source, creator ="
            + " excluded.creator, licence = excluded.licence, page = excluded.page, folder ="
            + " excluded.folder, archive = excluded.archive, taken_in = excluded.taken_in, bytes ="
            + " excluded.bytes, file_count = excluded.file_count, purchase = excluded.purchase,"
            + " replaces = excluded.replaces, earlier_licences = excluded.earlier_licences",
        p.id(),
        p.name(),
        p.version(),
        p.source(),
        p.creator(),
        p.licence(),
        p.page(),
        p.folder(),
        p.archive(),
        p.takenIn(),
        p.bytes(),
        p.files().size(),
        p.purchase() == null ? null : Json.line(p.purchase()),
        p.kin() == null ? null : Json.line(p.kin()),
        p.earlierLicences().isEmpty() ? null : Json.line(p.earlierLicences()));
  }

  /** Writes the rows of these items of a pack, be they new or there already. */
  static void rows(Handle h, PackRecord p, Set<String> ids) {
    var rows =
        h.prepareBatch(
            "insert into item(id, pack_id, position, key, name, kind, workflow, colourway,"
                + " tile_metres, problems, also, part_of, parts, marks) values (?, ?, ?, ?, ?, ?,"
                + " ?, ?, ?, ?, ?, ?, ?, ?) on conflict(id) do update set key = excluded.key, name"
                + " = excluded.name, kind = excluded.kind, workflow = excluded.workflow, colourway"
                + " = excluded.colourway, tile_metres = excluded.tile_metres, problems ="
                + " excluded.problems, also = excluded.also, part_of = excluded.part_of, parts ="
                + " excluded.parts, marks = excluded.marks");
    for (int at = 0; at < p.items().size(); at++) {
      ItemRecord i = p.items().get(at);
      if (ids.contains(i.id())) {
        rows.add(
            i.id(),
            p.id(),
            at,
            i.key(),
            i.name(),
            i.kind().id(),
            i.workflow().id(),
            i.colourway(),
            i.tileMetres(),
            Json.line(i.problems()),
            i.also().isEmpty() ? null : Json.line(i.also()),
            i.partOf(),
            i.parts().isEmpty() ? null : Json.line(i.parts()),
            i.marks().isNone() ? null : Json.line(i.marks()));
      }
    }
    rows.execute();
  }

  private static void items(Handle h, PackRecord p) {
    if (p.items().isEmpty()) {
      return;
    }
    rows(h, p, p.items().stream().map(ItemRecord::id).collect(Collectors.toSet()));
    var maps =
        h.prepareBatch(
            "insert into map(item_id, position, path, role, channels, resolution, width, height,"
                + " channel_count, bits, format, handedness, tile, confidence, reasons, sha256,"
                + " bytes, recipe) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)");
    for (ItemRecord i : p.items()) {
      for (int n = 0; n < i.maps().size(); n++) {
        map(maps, i.id(), n, i.maps().get(n));
      }
    }
    if (maps.size() > 0) {
      maps.execute();
    }
  }

  private static void map(PreparedBatch maps, String item, int position, MapRecord m) {
    maps.add(
        item,
        position,
        m.path(),
        m.role().id(),
        m.channels() == null ? null : Json.line(m.channels()),
        m.resolution(),
        m.width(),
        m.height(),
        m.channelCount(),
        m.bits(),
        m.format(),
        m.handedness(),
        m.tile(),
        m.confidence(),
        Json.line(m.reasons()),
        m.sha256(),
        m.bytes(),
        m.recipe() == null ? null : Json.line(m.recipe()));
  }

  /** The pack whose {@code column} (a fixed name, never input) equals {@code value}. */
  static Optional<PackRecord> load(Handle h, String column, String value) {
    Optional<PackSummary> summary =
        h.createQuery("select * from pack where " + column + " = ?")
            .bind(0, value)
            .map((r, c) -> summary(r, ""))
            .findOne();
    return summary.map(s -> {
      List<PackRecord.FileRecord> files =
          h.createQuery(
                  "select path, sort, bytes, sha256, elsewhere from pack_file where pack_id = ?"
                      + " order by path")
              .bind(0, s.id())
              .map((r, c) ->
                  new PackRecord.FileRecord(
                      r.getString(1), r.getString(2), r.getLong(3), r.getString(4), r.getString(5)))
              .list();
      List<ItemRecord> items =
          items(h, "i.pack_id = :q", s.id(), "i.position").stream().map(ShelvedItem::item).toList();
      return new PackRecord(
          s.id(),
          s.name(),
          s.version(),
          s.source(),
          s.creator(),
          s.licence(),
          s.page(),
          s.folder(),
          s.archive(),
          s.takenIn(),
          items,
          files,
          s.purchase(),
          s.kin(),
          s.earlierLicences());
    });
  }

  static List<ShelvedItem> items(Handle h, String where, String q) {
    return items(h, where, q, "lower(i.name), i.id");
  }

  private static List<ShelvedItem> items(Handle h, String where, String q, String order) {
    Map<String, List<MapRecord>> maps = new HashMap<>();
    var mapQuery =
        h.createQuery(
            "select m.* from map m join item i on i.id = m.item_id where "
                + where
                + " order by m.item_id, m.position");
    bind(mapQuery, where, q)
        .map((r, c) -> {
          maps.computeIfAbsent(r.getString("item_id"), k -> new ArrayList<>()).add(map(r));
          return 1;
        })
        .list();
    var itemQuery =
        h.createQuery(
            "select i.*, p.id p_id, p.name p_name, p.version p_version, p.source p_source,"
                + " p.creator p_creator, p.licence p_licence, p.page p_page, p.folder p_folder,"
                + " p.archive p_archive, p.taken_in p_taken_in, p.bytes p_bytes, p.file_count"
                + " p_file_count, p.purchase p_purchase, p.replaces p_replaces, p.earlier_licences"
                + " p_earlier_licences from item i join"
                + " pack p on p.id = i.pack_id where "
                + where
                + " order by "
                + order);
    return bind(itemQuery, where, q)
        .map((r, c) ->
            new ShelvedItem(
                item(r, maps.getOrDefault(r.getString("id"), List.of())), summary(r, "p_")))
        .list();
  }

  private static org.jdbi.v3.core.statement.Query bind(
      org.jdbi.v3.core.statement.Query query, String where, String q) {
    return where.contains(":q") ? query.bind("q", q) : query;
  }

  /** The records of all packs without their contents, by name. */
  static List<PackSummary> summaries(Handle h) {
    return h.createQuery("select * from pack order by name collate nocase, id")
        .map((r, c) -> summary(r, ""))
        .list();
  }

  private static PackSummary summary(ResultSet r, String p) throws SQLException {
    return new PackSummary(
        r.getString(p + "id"),
        r.getString(p + "name"),
        r.getString(p + "version"),
        r.getString(p + "source"),
        r.getString(p + "creator"),
        r.getString(p + "licence"),
        r.getString(p + "page"),
        r.getString(p + "folder"),
        r.getString(p + "archive"),
        r.getString(p + "taken_in"),
        r.getLong(p + "bytes"),
        r.getInt(p + "file_count"),
        json(r.getString(p + "purchase"), Purchase.class),
        json(r.getString(p + "replaces"), Kinship.class),
        list(r.getString(p + "earlier_licences"), new TypeReference<List<DatedLicence>>() {}));
  }

  private static <T> @Nullable T json(String text, Class<T> type) {
    return text == null ? null : Json.mapper().readValue(text, type);
  }

  private static ItemRecord item(ResultSet r, List<MapRecord> maps) throws SQLException {
    double tile = r.getDouble("tile_metres");
    Double tileMetres = r.wasNull() ? null : Double.valueOf(tile);
    return new ItemRecord(
        r.getString("id"),
        r.getString("key"),
        r.getString("name"),
        ItemKind.ofId(r.getString("kind")).orElse(ItemKind.MATERIAL),
        Workflow.ofId(r.getString("workflow")),
        r.getString("colourway"),
        tileMetres,
        maps,
        Json.mapper().readValue(r.getString("problems"), new TypeReference<List<Problem>>() {}),
        list(r.getString("also"), new TypeReference<List<Origin>>() {}),
        r.getString("part_of"),
        list(r.getString("parts"), new TypeReference<List<EnsemblePart>>() {}),
        Objects.requireNonNullElse(json(r.getString("marks"), Marks.class), Marks.NONE));
  }

  private static <T> List<T> list(String text, TypeReference<List<T>> type) {
    return text == null ? List.of() : Json.mapper().readValue(text, type);
  }

  private static MapRecord map(ResultSet r) throws SQLException {
    String channels = r.getString("channels");
    int tile = r.getInt("tile");
    Integer udim = r.wasNull() ? null : Integer.valueOf(tile);
    return new MapRecord(
        r.getString("path"),
        MapRole.ofId(r.getString("role")).orElse(MapRole.MASK),
        channels == null ? null : Json.mapper().readValue(channels, Channels.class),
        r.getString("resolution"),
        r.getInt("width"),
        r.getInt("height"),
        r.getInt("channel_count"),
        r.getInt("bits"),
        r.getString("format"),
        r.getString("handedness"),
        udim,
        r.getDouble("confidence"),
        Json.mapper().readValue(r.getString("reasons"), new TypeReference<List<Phrase>>() {}),
        r.getString("sha256"),
        r.getLong("bytes"),
        json(r.getString("recipe"), Recipe.class));
  }
}
