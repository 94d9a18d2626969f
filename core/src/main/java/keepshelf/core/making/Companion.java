package keepshelf.core.making;

import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.OptionalDouble;
import java.util.function.Supplier;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.made.Recipe;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.install.measure.Relief;
import keepshelf.core.licensing.Licences;
import keepshelf.core.making.stuff.StuffOf;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import keepshelf.imaging.bond.Stuff;
import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.derive.MainColours;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.pixel.Pixels;
import org.jspecify.annotations.Nullable;

/**
 * A plain item that goes with another one, for sides, trims, joints and far objects: one colour of
 * it with its mean roughness.
 */
public final class Companion {
  private static final int VERSION = 1;

  /** Pixels of a side: all are alike. */
  private static final int SIDE = 512;

  private final ShelfFolder shelf;
  private final Licences licences;
  private final NewItem items;

  Companion(ShelfFolder shelf, Licences licences, NewItem items) {
    this.shelf = shelf;
    this.licences = licences;
    this.items = items;
  }

  /**
   * Which colour.
   *
   * @param main which of its main colours, from 1 on, or 0 for the mean or a spot
   * @param spotX across the picture, 0..1, or null for no spot
   * @param spotY down the picture
   */
  public record Pick(int main, @Nullable Double spotX, @Nullable Double spotY) {
    /** The mean in linear light. */
    public static final Pick MEAN = new Pick(0, null, null);

    /** What a recipe's parameters say; the mean when they say nothing. */
    static Pick of(java.util.Map<String, Object> parameters) {
      String of = String.valueOf(parameters.get("colour_of"));
      if (of.equals("spot")) {
        return new Pick(0, number(parameters, "spot_x"), number(parameters, "spot_y"));
      }
      return of.startsWith("main-")
          ? new Pick(Integer.parseInt(of.substring(5)), null, null)
          : MEAN;
    }

    private static double number(java.util.Map<String, Object> parameters, String name) {
      return ((Number) Objects.requireNonNull(parameters.get(name))).doubleValue();
    }

    /** Checks the ranges. */
    public Pick {
      if (main < 0 || main > MainColours.MOST) {
        throw new IllegalArgumentException(
            Words.of("companion.main-colour-one-first", MainColours.MOST));
      }
      if (spotX != null
          && spotY != null
          && !(spotX >= 0 && spotX <= 1 && spotY >= 0 && spotY <= 1)) {
        throw new IllegalArgumentException(Words.of("companion.spot-lies-within-picture-0"));
      }
    }
  }

  /**
   * The main colours of an item, the most frequent first, as {@code 0xRRGGBB}.
   *
   * @throws ShelfException when it has no colour that can be read
   */
  public List<MainColours.Share> colours(ShelvedItem item) throws ShelfException {
    return MainColours.of(colour(item));
  }

  private Pixels colour(ShelvedItem item) throws ShelfException {
    MapRecord m =
        item.item().mapsAt("1K").stream()
            .filter(x -> x.role() == MapRole.BASE_COLOUR)
            .findFirst()
            .orElseThrow(() ->
                new ShelfException(
                    Problem.error(
                        "no-colour",
                        item.item().key(),
                        Phrase.of("companion.has-no-base-colour-take", item.item().name()))));
    try {
      return ImageDecoder.decode(shelf.resolve(item.path(m)));
    } catch (IOException e) {
      throw ShelfException.ofDisk(item.path(m), Words.of("doing.reading", item.path(m)), e);
    }
  }

  /**
   * Makes it.
   *
   * @param name of the new item, or null for one that follows from the other's
   * @throws ShelfException when nothing was changed
   */
  public Making.Made make(ShelvedItem item, Pick pick, String name) throws ShelfException {
    return make(item, pick, name, null);
  }

  /**
   * Makes it with the relief of another item: its normals, heights and occlusion, at its tile size.
   *
   * @param relief the other item, or null for a flat one
   * @throws ShelfException when nothing was changed
   */
  public Making.Made make(ShelvedItem item, Pick pick, String name, @Nullable ShelvedItem relief)
      throws ShelfException {
    DerivedLicence licence =
        DerivedLicence.of(relief == null ? List.of(item) : List.of(item, relief), licences);
    Making.refuseForbidden(licence);
    StuffOf of =
        StuffOf.item(
            shelf, item, (item.item().tileMetres() == null ? 1 : item.item().tileMetres()));
    int rgb = rgb(item, pick);
    double roughness = mean(of.stuff().roughness());
    boolean metal = of.stuff().metallic() != null && mean(of.stuff().metallic()) > 0.5;
    Under under = relief == null ? Under.NONE : relief(relief);
    Map<MapRole, Supplier<Pixels>> maps = new LinkedHashMap<>();
    maps.put(MapRole.BASE_COLOUR, () -> plain(rgb, 3, under));
    maps.put(MapRole.ROUGHNESS, () -> plain((int) Math.round(roughness * 255), 1, under));
    if (metal) {
      maps.put(MapRole.METALLIC, () -> plain(255, 1, under));
    }
    maps.putAll(under.maps());
    Map<String, Object> parameters = new LinkedHashMap<>();
    parameters.put(
        "colour_of",
        pick.spotX() != null ? "spot" : pick.main() > 0 ? "main-" + pick.main() : "mean");
    if (pick.spotX() != null && pick.spotY() != null) {
      parameters.put("spot_x", pick.spotX());
      parameters.put("spot_y", pick.spotY());
    }
    parameters.put("colour", String.format("#%06x", rgb));
    parameters.put("roughness", Math.round(roughness * 1000) / 1000.0);
    if (relief != null) {
      parameters.put("relief_of", relief.item().id());
    }
    List<Recipe.Parent> parents = new ArrayList<>(of.parents());
    parents.addAll(under.parents());
    ShelvedItem sized = relief == null ? item : relief;
    return items.file(
        new NewItem.Draft(
            name == null || name.isBlank()
                ? Words.of("companion.plain", item.item().name())
                : name.strip(),
            sized.item().tileMetres() == null ? 1 : sized.item().tileMetres(),
            under.millimetres(),
            maps,
            new Recipe("companion", VERSION, parameters, null, parents),
            Phrase.of("companion.plain-companion-made-here", item.item().name())),
        licence,
        under.said());
  }

  /** What a companion has of another item. */
  private record Under(
      Map<MapRole, Supplier<Pixels>> maps,
      List<Recipe.Parent> parents,
      List<Problem> said,
      @Nullable Double millimetres,
      int width,
      int height) {
    static final Under NONE = new Under(Map.of(), List.of(), List.of(), null, SIDE, SIDE);
  }

  private Under relief(ShelvedItem s) throws ShelfException {
    SetMaps set = new SetMaps(shelf, s, null);
    Map<MapRole, Supplier<Pixels>> maps = new LinkedHashMap<>();
    for (MapRole r : List.of(MapRole.NORMAL, MapRole.HEIGHT, MapRole.AMBIENT_OCCLUSION)) {
      if (set.roles().contains(r)) {
        maps.put(r, NewItem.later(() -> set.read(r)));
      }
    }
    if (maps.isEmpty()) {
      throw new ShelfException(
          Problem.error(
              "no-relief",
              s.item().key(),
              Phrase.of("companion.has-neither-normals-nor-heights", s.item().name())));
    }
    List<Recipe.Parent> parents =
        set.parents().stream()
            .filter(p -> maps.keySet().stream().anyMatch(r -> r.id().equals(p.role())))
            .toList();
    double tile = s.item().tileMetres() == null ? 1 : s.item().tileMetres();
    OptionalDouble known = Relief.known(shelf, s, null, null, tile);
    Double millimetres = known.isPresent() ? Math.round(known.getAsDouble() * 1e6) / 1e3 : null;
    return new Under(maps, parents, set.said(), millimetres, set.width(), set.height());
  }

  private int rgb(ShelvedItem item, Pick pick) throws ShelfException {
    Pixels p = colour(item);
    if (pick.spotX() != null && pick.spotY() != null) {
      int x = (int) Math.min(p.width() - 1, pick.spotX() * p.width());
      int y = (int) Math.min(p.height() - 1, pick.spotY() * p.height());
      return MainColours.around(p, x, y);
    }
    if (pick.main() > 0) {
      List<MainColours.Share> all = MainColours.of(p);
      return all.get(Math.min(pick.main(), all.size()) - 1).rgb();
    }
    Stuff s = StuffOf.item(shelf, item, Double.MAX_VALUE).stuff();
    return Srgb.linearToByte(s.colour()[0]) << 16
        | Srgb.linearToByte(s.colour()[1]) << 8
        | Srgb.linearToByte(s.colour()[2]);
  }

  private static double mean(float[] v) {
    double sum = 0;
    for (float f : v) {
      sum += f;
    }
    return sum / v.length;
  }

  /** A picture of one colour, {@code 0xRRGGBB}, or of one grey. */
  private static Pixels plain(int value, int channels, Under size) {
    byte[] out = new byte[size.width() * size.height() * channels];
    for (int i = 0; i < out.length; i++) {
      out[i] = (byte) (channels == 1 ? value : value >> (16 - 8 * (i % 3)));
    }
    return Pixels.u8(size.width(), size.height(), channels, out);
  }
}
