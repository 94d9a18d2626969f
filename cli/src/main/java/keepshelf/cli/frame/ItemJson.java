package keepshelf.cli.frame;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.edit.Field;

/** Items of the shelf as {@code CLI.md} fixes them. */
public final class ItemJson {
  private ItemJson() {}

  /** What a list of new items says of one. */
  public static Map<String, Object> brief(ItemRecord i) {
    Map<String, Object> m = new LinkedHashMap<>();
    m.put("id", i.id());
    m.put("key", i.key());
    m.put("name", i.name());
    m.put("kind", i.kind());
    m.put("workflow", i.workflow());
    m.put("colourway", i.colourway());
    m.put("editions", i.editions());
    m.put("problems", ProblemJson.of(i.problems()));
    return m;
  }

  /** What a list of the shelf says of an item. */
  public static Map<String, Object> listed(ShelvedItem s) {
    Map<String, Object> m = brief(s.item());
    m.put("pack", s.pack().name());
    m.put("source", s.pack().source());
    m.put("licence", s.pack().licence());
    return m;
  }

  /** Everything that is recorded of an item. */
  public static Map<String, Object> whole(ShelvedItem s, List<InstallationRecord> installations) {
    Map<String, Object> m = listed(s);
    m.put("tile_metres", s.item().tileMetres());
    if (!s.item().parts().isEmpty()) {
      m.put("parts", s.item().parts());
    }
    m.put("maps", s.item().maps().stream().map(x -> map(s, x)).toList());
    m.put("checks", ProblemJson.of(s.item().problems()));
    Map<String, Object> record = new LinkedHashMap<>();
    record.put("pack", s.pack().name());
    record.put("pack_id", s.pack().id());
    record.put("version", s.pack().version());
    record.put("source", s.pack().source());
    record.put("creator", s.pack().creator());
    record.put("licence", s.pack().licence());
    record.put("page", s.pack().page());
    record.put("folder", s.pack().folder());
    record.put("archive", s.pack().archive());
    record.put("taken_in", s.pack().takenIn());
    record.put("licence_before", s.pack().earlierLicences());
    record.put("fields", fields(s));
    m.put("record", record);
    m.put(
        "installations",
        installations.stream()
            .filter(i -> i.item().equals(s.item().id()))
            .map(ItemJson::installation)
            .toList());
    return m;
  }

  /** All that a person can change, as text. */
  public static Map<String, String> fields(ShelvedItem s) {
    Map<String, String> m = new LinkedHashMap<>();
    for (Field f : Field.values()) {
      m.put(f.id(), f.read(s));
    }
    return m;
  }

  private static Map<String, Object> map(ShelvedItem s, MapRecord x) {
    Map<String, Object> m = new LinkedHashMap<>();
    m.put("path", s.path(x));
    m.put("role", x.role());
    m.put("channels", x.channels() == null ? null : x.channels().roles());
    m.put("resolution", x.resolution());
    m.put("width", x.width() == 0 ? null : x.width());
    m.put("height", x.height() == 0 ? null : x.height());
    m.put("bits", x.bits() == 0 ? null : x.bits());
    m.put("format", x.format());
    m.put("handedness", x.handedness());
    m.put("tile", x.tile());
    m.put("confidence", x.confidence());
    m.put("reasons", x.sentences());
    m.put("sha256", x.sha256());
    m.put("bytes", x.bytes());
    m.put("recipe", x.recipe());
    return m;
  }

  /** What is said of an installation. */
  public static Map<String, Object> installation(InstallationRecord i) {
    Map<String, Object> m = new LinkedHashMap<>();
    m.put("id", i.id());
    m.put("item", i.item());
    m.put("host", i.host());
    m.put("resolution", i.resolution());
    m.put("document", i.document());
    m.put(
        "files",
        i.files().stream()
            .map(f -> {
              Map<String, Object> x = new LinkedHashMap<>();
              x.put("path", f.path());
              x.put("role", f.role());
              x.put("from", f.from());
              x.put("conversions", f.conversions());
              return x;
            })
            .toList());
    m.put("left_out", i.leftOut());
    m.put("options", i.options());
    m.put("proof", i.proof());
    return m;
  }
}
