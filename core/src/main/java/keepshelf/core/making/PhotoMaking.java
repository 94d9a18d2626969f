package keepshelf.core.making;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Supplier;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.made.Recipe;
import keepshelf.core.disk.DiskTrouble;
import keepshelf.core.disk.Hashes;
import keepshelf.core.licensing.Licence;
import keepshelf.core.licensing.Licences;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import keepshelf.imaging.convert.Maps;
import keepshelf.imaging.convert.NormalMaps;
import keepshelf.imaging.derive.GuessedRelief;
import keepshelf.imaging.derive.GuessedRoughness;
import keepshelf.imaging.derive.Ranges;
import keepshelf.imaging.derive.SkyShare;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.photo.EvenLight;
import keepshelf.imaging.photo.Straightened;
import keepshelf.imaging.photo.Tileable;
import keepshelf.imaging.pixel.Pixels;
import org.jspecify.annotations.Nullable;

/**
 * A photograph becomes a material: straightened, evenly lit, tiling, with maps that are guessed.
 */
public final class PhotoMaking {
  private static final int VERSION = 1;
  private static final int LARGEST = 8192;
  private static final double OVERLAP = 0.18;
  private static final double USUAL_ROUGHNESS = 0.7;

  /** Relief that is guessed, as a share of the tile's width. */
  private static final double RELIEF = 0.012;

  /** Where a photograph from elsewhere is kept in the pack that is made of it. */
  private static final String KEPT = "photograph/";

  private static final int LONGEST_NAME = 100;

  private final Catalogue catalogue;
  private final Licences licences;
  private final NewItem items;

  PhotoMaking(Catalogue catalogue, Licences licences, NewItem items) {
    this.catalogue = catalogue;
    this.licences = licences;
    this.items = items;
  }

  /**
   * What is wanted.
   *
   * @param picture the photograph; it is never changed
   * @param corners x and y in pixels of the upper left, upper right, lower right and lower left
   *     corner of the surface, or null for the whole picture
   * @param widthMetres real width between the corners
   * @param sheet whether it is kept whole instead of made to tile
   * @param name of the new item, or null for the file's
   * @param licence identifier of its licence, or null when it is not known; what is on the shelf
   *     has its own
   */
  public record Wish(
      Path picture,
      double @Nullable [] corners,
      double widthMetres,
      boolean sheet,
      String name,
      @Nullable String licence) {
    /** Checks the numbers. */
    public Wish {
      if (!(widthMetres > 0 && widthMetres <= 1000)) {
        throw new IllegalArgumentException(Words.of("photoMaking.width-number-metres-up-to"));
      }
      if (corners != null && corners.length != 8) {
        throw new IllegalArgumentException(Words.of("photoMaking.four-corners-are-eight-numbers"));
      }
    }
  }

  /**
   * Makes it. A photograph that is on the shelf is its parent, whose licence holds; any other is
   * kept beside what is made of it, so that it can be made again.
   *
   * @throws ShelfException when nothing was changed: no picture, corners that span nothing, the
   *     disk
   */
  public Making.Made make(Wish wish) throws ShelfException {
    Path file = wish.picture();
    Pixels photo;
    String sha;
    ShelvedItem parent;
    DerivedLicence licence;
    try {
      if (!Files.isRegularFile(file)) {
        throw new IOException(Words.of("photoMaking.no-file"));
      }
      sha = Hashes.sha256(file);
      parent = catalogue.withFiles(Set.of(sha)).stream().findFirst().orElse(null);
      licence = parent == null ? own(wish.licence()) : DerivedLicence.of(List.of(parent), licences);
      Making.refuseForbidden(licence);
      photo = Maps.withoutAlpha(Maps.encoded(ImageDecoder.decode(file)));
    } catch (IOException e) {
      throw new ShelfException(
          Problem.error(
              "not-read",
              file.toString(),
              DiskTrouble.sentence(e, Words.of("doing.reading", file))),
          e);
    }
    Tile made = tile(wish, photo);
    Pixels tile = made.pixels();
    double width = made.widthMetres();
    Map<String, Object> parameters = new LinkedHashMap<>();
    parameters.put("picture", file.getFileName().toString());
    if (wish.corners() != null) {
      parameters.put("corners", wish.corners());
    }
    parameters.put("width_m", wish.widthMetres());
    parameters.put("sheet", wish.sheet());
    String kept = KEPT + plain(file.getFileName().toString());
    if (parent == null) {
      parameters.put("kept", kept);
    }
    Recipe recipe = new Recipe("photo", VERSION, parameters, null, List.of(parent(parent, sha)));
    String stem = file.getFileName().toString().replaceFirst("\\.[^.]*$", "").replace('_', ' ');
    NewItem.Draft draft =
        new NewItem.Draft(
            wish.name() == null || wish.name().isBlank() ? stem : wish.name().strip(),
            width,
            Math.round(RELIEF * width * 1e6) / 1e3,
            maps(tile),
            recipe,
            Phrase.of("photoMaking.made-here-from-photograph", file.getFileName()));
    return items.file(
        parent == null ? draft.keeping(Map.of(kept, file)) : draft,
        licence,
        List.of(
            Problem.note(
                "a-guess",
                file.toString(),
                Phrase.of("photoMaking.height-normal-roughness-occlusion-only"))));
  }

  private static Recipe.Parent parent(@Nullable ShelvedItem item, String sha) {
    String role = MapRole.BASE_COLOUR.id();
    return item == null
        ? new Recipe.Parent(Recipe.PHOTOGRAPH, role, null, sha)
        : new Recipe.Parent(item.item().id(), role, item.pack().version(), sha);
  }

  /** The licence that somebody says a photograph from elsewhere has. */
  private DerivedLicence own(@Nullable String id) {
    Licence l = id == null ? null : licences.find(id).orElse(Licence.unsettled(id));
    return new DerivedLicence(l, false, null, List.of());
  }

  /** A file's name as any disk takes it. */
  private static String plain(String name) {
    String n = name.replaceAll("[\\\\/:*?\"<>|\\p{Cntrl}]", "_");
    int extra = n.codePointCount(0, n.length()) - LONGEST_NAME;
    return extra <= 0 ? n : n.substring(n.offsetByCodePoints(0, extra));
  }

  /**
   * Makes again what was made of a photograph.
   *
   * @param item that was made
   * @param photo the photograph as it is now
   * @throws ShelfException when nothing was changed
   */
  Making.Made again(ShelvedItem item, Recipe r, Path photo) throws ShelfException {
    Object corners = r.parameters().get("corners");
    double[] at =
        corners instanceof List<?> l
            ? l.stream().mapToDouble(v -> ((Number) v).doubleValue()).toArray()
            : null;
    return make(
        new Wish(
            photo,
            at,
            ((Number) Objects.requireNonNull(r.parameters().get("width_m"))).doubleValue(),
            Boolean.TRUE.equals(r.parameters().get("sheet")),
            item.item().name(),
            item.pack().licence()));
  }

  /**
   * What becomes of the colour of a photograph.
   *
   * @param pixels of the tile or sheet
   * @param widthMetres of it
   */
  public record Tile(Pixels pixels, double widthMetres) {
    /** All maps that are made of it, in the order in which they are written. */
    public Map<MapRole, Pixels> maps() {
      Map<MapRole, Pixels> out = new EnumMap<>(MapRole.class);
      PhotoMaking.maps(pixels).forEach((role, p) -> out.put(role, p.get()));
      return out;
    }
  }

  /**
   * Straightens, evens out and makes tile, as {@code wish} says, what was decoded already; for
   * looking at it, of a smaller copy of the photograph.
   *
   * @param photo of three channels; corners are in its pixels
   * @throws ShelfException when the corners span nothing
   */
  public static Tile tile(Wish wish, Pixels photo) throws ShelfException {
    Pixels even = EvenLight.of(straight(wish, photo), 1);
    Pixels tile = wish.sheet() ? even : Tileable.of(even, OVERLAP).joined(even);
    return new Tile(tile, wish.widthMetres() * tile.width() / even.width());
  }

  private static Pixels straight(Wish wish, Pixels photo) throws ShelfException {
    double[] c = wish.corners();
    if (c == null) {
      return photo;
    }
    double[] size = Straightened.size(c);
    double w = size[0];
    double h = size[1];
    double scale = Math.min(1, LARGEST / Math.max(1, Math.max(w, h)));
    try {
      for (int i = 0; i < 8; i++) {
        double most = i % 2 == 0 ? photo.width() : photo.height();
        if (!(c[i] >= 0 && c[i] <= most)) {
          throw new IllegalArgumentException(
              Words.of(
                  "photoMaking.corner-lies-outside-picture-which", photo.width(), photo.height()));
        }
      }
      return Straightened.of(
          photo,
          c,
          Math.max(8, (int) Math.round(w * scale)),
          Math.max(8, (int) Math.round(h * scale)));
    } catch (IllegalArgumentException e) {
      throw new ShelfException(
          Problem.error(
              "no-corners",
              wish.picture().toString(),
              Phrase.of("photoMaking.nothing-made", e.getMessage())));
    }
  }

  private static Map<MapRole, Supplier<Pixels>> maps(Pixels tile) {
    int w = tile.width();
    int h = tile.height();
    float[] relief = GuessedRelief.of(tile, MapWish.COARSE);
    float[] pixels = relief.clone();
    for (int i = 0; i < pixels.length; i++) {
      pixels[i] *= (float) (RELIEF * w);
    }
    Map<MapRole, Supplier<Pixels>> out = new LinkedHashMap<>();
    out.put(MapRole.BASE_COLOUR, () -> tile);
    out.put(MapRole.ROUGHNESS, () -> GuessedRoughness.of(tile, USUAL_ROUGHNESS));
    out.put(MapRole.NORMAL, () -> NormalMaps.deepFromHeight(pixels, w, h, 1));
    out.put(MapRole.HEIGHT, () -> Ranges.deep(relief, w, h));
    out.put(MapRole.AMBIENT_OCCLUSION, () -> Ranges.grey(SkyShare.of(pixels, w, h), w, h));
    return out;
  }
}
