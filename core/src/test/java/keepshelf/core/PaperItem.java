package keepshelf.core;

import java.util.ArrayList;
import java.util.List;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.model.Channels;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import keepshelf.core.model.Resolution;
import keepshelf.core.model.Workflow;

/** An item of records without files, for everything that decides by records alone. */
public final class PaperItem {
  private final String key;
  private final List<MapRecord> maps = new ArrayList<>();
  private ItemKind kind = ItemKind.MATERIAL;
  private Double tile;

  private PaperItem(String key) {
    this.key = key;
  }

  /** An item without maps. */
  public static PaperItem of(String key) {
    return new PaperItem(key);
  }

  /** Says what sort of thing it is. */
  public PaperItem kind(ItemKind k) {
    kind = k;
    return this;
  }

  /** Says how wide a tile is. */
  public PaperItem tile(double metres) {
    tile = metres;
    return this;
  }

  /** Adds square PNG maps of 8 bits, as many channels as such maps have. */
  public PaperItem maps(int side, MapRole... roles) {
    for (MapRole r : roles) {
      maps.add(map(key, r, "png", side, side, r.grey() ? 1 : 3, 8));
    }
    return this;
  }

  /** Adds a map. */
  public PaperItem map(MapRecord m) {
    maps.add(m);
    return this;
  }

  /** A map of any kind. */
  public static MapRecord map(
      String key, MapRole role, String format, int width, int height, int channels, int bits) {
    return record(key, role, null, format, width, height, channels, bits, null, null);
  }

  /** A packed map of three channels, each with a letter as in the vocabulary. */
  public static MapRecord packed(String key, String letters, int side) {
    Channels c = Channels.ofLetters(letters);
    return record(key, MapRole.PACKED, c, "png", side, side, letters.length(), 8, null, null);
  }

  /** A normal map that faces one way. */
  public static MapRecord normal(String key, String handedness, int side) {
    return record(key, MapRole.NORMAL, null, "png", side, side, 3, 8, handedness, null);
  }

  /** One UDIM tile. */
  public static MapRecord tile(String key, MapRole role, int side, int number) {
    return record(key, role, null, "png", side, side, role.grey() ? 1 : 3, 8, null, number);
  }

  /** A colour whose alpha is opacity. */
  public static MapRecord cutColour(String key, int side) {
    Channels alpha = Channels.ofLetters("---a");
    return record(key, MapRole.BASE_COLOUR, alpha, "png", side, side, 4, 8, null, null);
  }

  private static MapRecord record(
      String key,
      MapRole role,
      Channels channels,
      String format,
      int width,
      int height,
      int count,
      int bits,
      String handedness,
      Integer tile) {
    String ending = format.equals("jpeg") ? "jpg" : format;
    String path =
        "maps/" + key + "_" + role.id() + "_" + width + (tile == null ? "" : "." + tile) + ".";
    return new MapRecord(
        path + ending,
        role,
        channels,
        width == 0 ? null : Resolution.label(Math.max(width, height)),
        width,
        height,
        count,
        bits,
        format,
        handedness,
        tile,
        1,
        List.of(),
        "sha-" + path + bits + channels,
        (long) width * height,
        null);
  }

  /** The item. */
  public ItemRecord item() {
    return new ItemRecord(
        "id-" + key, key, key, kind, Workflow.UNKNOWN, null, tile, maps, List.of());
  }

  /** The item in a pack of its own. */
  public ShelvedItem shelved() {
    return new ShelvedItem(item(), pack("Pebblejar", "Boathouse Sampler"));
  }

  /** A pack of one source. */
  public static ShelvedItem.PackSummary pack(String source, String name) {
    return new ShelvedItem.PackSummary(
        "pack",
        name,
        "1",
        source,
        null,
        "CC0-1.0",
        null,
        "packs/pebblejar/sampler",
        null,
        "2026-03-01T10:00:00Z",
        1,
        1,
        null,
        null,
        List.of());
  }
}
