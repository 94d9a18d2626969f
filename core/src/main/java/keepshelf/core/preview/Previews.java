package keepshelf.core.preview;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.made.EnsemblePart;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.disk.Hashes;
import keepshelf.core.finish.OverlayMaps;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.model.ItemKind;
import keepshelf.core.recognise.found.RecognisedItem;
import keepshelf.core.recognise.found.RecognisedMap;
import keepshelf.core.words.Words;
import keepshelf.imaging.analyse.EnvironmentFacts;
import keepshelf.imaging.analyse.Handedness;
import keepshelf.imaging.convert.Resize;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.light.Light;
import keepshelf.imaging.panorama.EnvironmentPreview;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.render.BallPreview;
import keepshelf.imaging.resample.Resampler;
import keepshelf.imaging.rows.RowReader;
import org.jspecify.annotations.Nullable;
import org.slf4j.LoggerFactory;

/** Makes and keeps preview pictures. Slow: call it off the interface thread. */
public final class Previews {
  /** Tile width in metres that stands in when none is known. */
  public static final double ASSUMED_TILE_METRES = 0.5;

  /** Counts up when the renderer's look changes, so that older pictures are made again. */
  private static final int LOOK = 7;

  /** The edition that is looked at. */
  private static final String SEEN_AT = "1K";

  private static final int TEXELS = 1024;

  private final ShelfFolder shelf;
  private final Function<String, Optional<PackRecord>> packs;
  private final Function<String, Optional<ShelvedItem>> items;
  private final OverlayMaps overlays;

  /**
   * Keeps its pictures in {@code shelf}.
   *
   * @param catalogue has the packs and what finishes lay over others
   */
  public Previews(ShelfFolder shelf, Catalogue catalogue) {
    this.shelf = shelf;
    this.packs = catalogue::pack;
    this.items = catalogue::item;
    this.overlays = new OverlayMaps(shelf, catalogue);
  }

  /**
   * A square picture, opaque ARGB, rows from the top.
   *
   * @param side width and height in pixels
   * @param argb side x side values
   */
  public record Picture(int side, int[] argb) {
    /**
     * The same at {@code smaller} pixels a side, each the mean over its footprint; this when it is
     * not larger.
     */
    public Picture reduced(int smaller) {
      if (smaller >= side) {
        return this;
      }
      int[] out = new int[smaller * smaller];
      for (int shift = 0; shift <= 16; shift += 8) {
        float[] plane = new float[argb.length];
        for (int i = 0; i < plane.length; i++) {
          plane[i] = argb[i] >> shift & 255;
        }
        float[] small = Resampler.area(plane, side, side, smaller, smaller);
        for (int i = 0; i < out.length; i++) {
          out[i] |= 0xFF000000 | Math.clamp(Math.round(small[i]), 0, 255) << shift;
        }
      }
      return new Picture(smaller, out);
    }
  }

  /** How a preview is lit: which light, and how far it is turned about the upright in degrees. */
  public record Lit(Light light, int turnDegrees) {
    /** As cards are shown when nothing else was chosen. */
    public static final Lit USUAL = new Lit(Light.LAMP_ROOM_WINDOW, 0);

    /** The name of the light, for people. */
    public String title() {
      return light.title();
    }

    /** The next light, turned as far. */
    public Lit next() {
      return new Lit(Light.values()[(light.ordinal() + 1) % Light.values().length], turnDegrees);
    }

    /** The same light turned to {@code degrees}. */
    public Lit turned(int degrees) {
      return new Lit(light, degrees);
    }
  }

  /** The preview of an item on the shelf under the usual light, from the cache if it is there. */
  public Picture of(ShelvedItem s, int side) throws IOException {
    return of(s, side, Lit.USUAL);
  }

  /**
   * The preview of an item on the shelf; kept on disk when the light stands where it usually does.
   */
  public Picture of(ShelvedItem s, int side, Lit lit) throws IOException {
    if (lit.turnDegrees() != 0) {
      return rendered(s, side, lit);
    }
    Path file = file(s.item().id(), look(s), side, lit);
    Optional<Picture> kept = kept(file);
    if (kept.isPresent()) {
      return kept.get();
    }
    Picture p = rendered(s, side, lit);
    Path beside = file.resolveSibling(file.getFileName() + "." + Thread.currentThread().threadId());
    ImageEncoder.png(pixels(p), beside, 4);
    Files.move(
        beside,
        file,
        java.nio.file.StandardCopyOption.ATOMIC_MOVE,
        java.nio.file.StandardCopyOption.REPLACE_EXISTING);
    return p;
  }

  /** What changes whenever the picture would: of an ensemble also what its parts look like. */
  private String look(ShelvedItem s) {
    if (s.item().kind() != ItemKind.ENSEMBLE) {
      return s.item().look();
    }
    StringBuilder b = new StringBuilder(s.item().look());
    for (EnsemblePart p : s.item().parts()) {
      Optional<ShelvedItem> item = items.apply(p.item());
      b.append(item.map(i -> i.item().look()).orElse("-")).append(item.map(i -> finish(i, p)));
    }
    return Hashes.sha256(b.toString()).substring(0, 10);
  }

  private static @Nullable Finish finish(ShelvedItem item, EnsemblePart p) {
    return p.finish() == null ? null : item.item().marks().finish(p.finish()).orElse(null);
  }

  private Picture ensemble(ShelvedItem s, int side, Lit lit) {
    List<EnsembleLook.Part> parts = new ArrayList<>();
    for (EnsemblePart p : s.item().parts()) {
      ShelvedItem item = items.apply(p.item()).orElse(null);
      FinishPreview look = null;
      try {
        look = item == null ? null : finishing(item, SEEN_AT, TEXELS, e -> {});
      } catch (IOException e) {
        LoggerFactory.getLogger(Previews.class).debug("a part without a picture", e);
      }
      parts.add(
          new EnsembleLook.Part(
              p.name(), look, look == null || item == null ? null : finish(item, p)));
    }
    return EnsembleLook.render(parts, side, lit);
  }

  private Picture rendered(ShelvedItem s, int side, Lit lit) throws IOException {
    if (s.item().kind() == ItemKind.MODEL) {
      ShelvedModel m = model(s);
      if (m.file().isPresent()) {
        return new Picture(side, m.render(side, lit));
      }
    }
    if (s.item().kind() == ItemKind.ENSEMBLE) {
      return ensemble(s, side, lit);
    }
    return render(s.item().kind(), maps(s), s.item().tileMetres(), side, lit);
  }

  /**
   * A material as it was delivered, lit, with some of its maps otherwise.
   *
   * @param instead pixels by the hashes of the files that they stand for; normals with +Y
   */
  public Picture with(ShelvedItem s, Map<String, Pixels> instead, int side, Lit lit)
      throws IOException {
    List<MapRecord> own = s.item().maps().stream().filter(m -> m.recipe() == null).toList();
    List<SurfaceMaker.Decoded> maps = new ArrayList<>();
    for (MapRecord m : s.item().withMaps(own, List.of()).mapsAt(SEEN_AT)) {
      Pixels other = instead.get(m.sha256());
      Handedness facing =
          other != null
              ? Handedness.GL
              : Handedness.ofId(m.handedness()).orElse(Handedness.UNKNOWN);
      Path file = shelf.resolve(s.path(m));
      maps.add(
          SurfaceMaker.Decoded.of(
              new MapFile(m.role(), m.channels(), file, facing),
              other != null ? other : ImageDecoder.decode(file)));
    }
    double tile = s.item().tileMetres() == null ? ASSUMED_TILE_METRES : s.item().tileMetres();
    return new Picture(
        side,
        BallPreview.render(
            SurfaceMaker.made(maps, null, SurfaceMaker.Over.NOTHING),
            new BallPreview.Settings(side, lit.light(), tile, 3, lit.turnDegrees(), 0)));
  }

  /** Reads a material for trying finishes on it. */
  public FinishPreview finishing(ShelvedItem s) throws IOException {
    return FinishPreview.of(maps(s), s.item().tileMetres(), FinishPreview.SIDE, overlays, e -> {});
  }

  /**
   * Decodes the maps of an item for the bench.
   *
   * @param resolution label of the edition, or null for the largest
   * @param side texels that the longer side is brought to at most
   * @param lost receives what could not be read, in words
   * @throws IOException when nothing could be
   */
  public FinishPreview finishing(ShelvedItem s, String resolution, int side, Consumer<String> lost)
      throws IOException {
    return FinishPreview.of(maps(s, resolution), s.item().tileMetres(), side, overlays, lost);
  }

  private ShelvedModel model(ShelvedItem s) throws IOException {
    return new ShelvedModel(
        shelf,
        s,
        packs
            .apply(s.pack().id())
            .orElseThrow(() -> new IOException(Words.of("previews.pack-gone", s.item().name()))));
  }

  /** What a model holds and what it lacks; empty when its file is gone or cannot be read. */
  public Optional<ModelLook> modelLook(ShelvedItem s) throws IOException {
    return model(s).look();
  }

  /** A preview that was made before, by what a card knows; empty when it has to be made. */
  public Optional<Picture> kept(String item, String look, int side, Lit lit) throws IOException {
    return lit.turnDegrees() == 0 ? kept(file(item, look, side, lit)) : Optional.empty();
  }

  private Path file(String item, String look, int side, Lit lit) {
    String light = lit.light() == Light.LAMP_ROOM_WINDOW ? "" : "-" + lit.light().ordinal();
    return shelf.previews().resolve(item + "-" + side + "-" + LOOK + look + light + ".png");
  }

  private static Optional<Picture> kept(Path file) throws IOException {
    if (Files.exists(file)) {
      try {
        return Optional.of(picture(ImageDecoder.decode(file)));
      } catch (IOException e) {
        Files.deleteIfExists(file);
      }
    }
    return Optional.empty();
  }

  /** What an environment light holds. */
  public EnvironmentFacts lightFacts(ShelvedItem s) throws IOException {
    List<MapFile> maps = maps(s);
    if (maps.isEmpty()) {
      throw new IOException(Words.of("previews.there-no-map-measure"));
    }
    return EnvironmentFacts.of(maps.getFirst().pixels());
  }

  /** The maps of an item at about preview size, as files. */
  public List<MapFile> maps(ShelvedItem s) {
    return maps(s, SEEN_AT);
  }

  private List<MapFile> maps(ShelvedItem s, String resolution) {
    List<MapFile> maps = new ArrayList<>();
    for (MapRecord m : s.item().mapsAt(resolution)) {
      maps.add(
          new MapFile(
              m.role(),
              m.channels(),
              shelf.resolve(s.path(m)),
              Handedness.ofId(m.handedness()).orElse(Handedness.UNKNOWN)));
    }
    return maps;
  }

  /**
   * The preview of a recognised item that is not filed yet; {@code normals} overrules handedness,
   * or null.
   */
  public static Picture of(RecognisedItem item, Double tileMetres, int side, Handedness normals)
      throws IOException {
    List<MapFile> maps = new ArrayList<>();
    for (RecognisedMap m : item.maps()) {
      if (m.file().onDisk() != null) {
        maps.add(
            new MapFile(
                m.role(),
                m.channels(),
                m.file().onDisk(),
                normals != null ? normals : m.handedness()));
      }
    }
    return render(item.kind(), maps, tileMetres, side, Lit.USUAL);
  }

  private static Picture render(
      ItemKind kind, List<MapFile> maps, @Nullable Double tileMetres, int side, Lit lit)
      throws IOException {
    if (maps.isEmpty()) {
      throw new IOException(Words.of("previews.there-no-map-show"));
    }
    if (kind == ItemKind.ENVIRONMENT) {
      Pixels p = maps.getFirst().pixels();
      // Other layouts, such as crosses, are shown as they are.
      return Math.abs(p.width() - 2.0 * p.height()) <= 0.1 * p.height()
          ? new Picture(side, EnvironmentPreview.render(p, side))
          : new Picture(side, Resampler.thumbnail(p, side));
    }
    if (kind == ItemKind.LIGHT_PATTERN) {
      return flat(Objects.requireNonNull(maps.getFirst().file()), side);
    }
    if (kind == ItemKind.DECAL || kind == ItemKind.PHOTO_TEXTURE) {
      return new Picture(side, SheetLook.render(maps, side));
    }
    double tile = tileMetres == null ? ASSUMED_TILE_METRES : tileMetres;
    return new Picture(
        side,
        BallPreview.render(
            SurfaceMaker.make(maps),
            new BallPreview.Settings(
                side, lit.light(), tile, side > 400 ? 3 : 4, lit.turnDegrees(), 0)));
  }

  /** The picture of a map itself, for thumbnails. */
  public static Picture flat(Path file, int side) throws IOException {
    return new Picture(
        side, Resampler.thumbnail(RowReader.atMost(file, MapFile.MOST, Resize.Holds.COLOUR), side));
  }

  /**
   * A square of a map's own pixels, one to one; beyond its edges it goes on as a tile does.
   *
   * @param x middle, 0..1 from the left
   * @param y middle, 0..1 from the top
   */
  public static Picture pixels(Path file, double x, double y, int side) throws IOException {
    Pixels p = ImageDecoder.decode(file);
    int left = (int) Math.round(x * p.width()) - side / 2;
    int top = (int) Math.round(y * p.height()) - side / 2;
    int[] argb = new int[side * side];
    for (int i = 0; i < argb.length; i++) {
      int px = Math.floorMod(left + i % side, p.width());
      int py = Math.floorMod(top + i / side, p.height());
      int rgb = 0;
      for (int c = 0; c < 3; c++) {
        float v = p.value(px, py, p.channels() < 3 ? 0 : c);
        rgb = rgb << 8 | Math.clamp(Math.round(v * 255), 0, 255);
      }
      argb[i] = 0xFF000000 | rgb;
    }
    return new Picture(side, argb);
  }

  private static Picture picture(Pixels p) {
    int[] argb = new int[p.width() * p.height()];
    for (int i = 0; i < argb.length; i++) {
      argb[i] = 0xFF000000 | p.level(3 * i) << 16 | p.level(3 * i + 1) << 8 | p.level(3 * i + 2);
    }
    return new Picture(p.width(), argb);
  }

  /** A picture as 8-bit RGB. */
  public static Pixels pixels(Picture p) {
    return pixels(p.argb(), p.side(), p.side());
  }

  /** Opaque ARGB of {@code width} x {@code height} places, rows from the top, as 8-bit RGB. */
  public static Pixels pixels(int[] argb, int width, int height) {
    byte[] rgb = new byte[argb.length * 3];
    for (int i = 0; i < argb.length; i++) {
      rgb[3 * i] = (byte) (argb[i] >> 16);
      rgb[3 * i + 1] = (byte) (argb[i] >> 8);
      rgb[3 * i + 2] = (byte) argb[i];
    }
    return Pixels.u8(width, height, 3, rgb);
  }
}
