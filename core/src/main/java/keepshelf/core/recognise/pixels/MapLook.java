package keepshelf.core.recognise.pixels;

import java.io.IOException;
import java.util.Optional;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.Problem;
import keepshelf.core.recognise.found.PixelWitness;
import keepshelf.core.recognise.found.SourceFile;
import keepshelf.core.words.Phrase;
import keepshelf.imaging.analyse.LargePicture;
import keepshelf.imaging.analyse.MapFacts;
import keepshelf.imaging.analyse.PixelCharacter;
import keepshelf.imaging.analyse.ReliefBlocks;
import keepshelf.imaging.analyse.Sketch;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageInfo;
import keepshelf.imaging.pixel.PixelMemory;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.rows.RowReader;
import org.jspecify.annotations.Nullable;

/**
 * One picture decoded once: what was measured, and a small stand-in to compare it with its
 * siblings.
 *
 * @param facts what was measured, or null when it could not be decoded
 * @param sketch its stand-in, or null
 * @param relief its slopes when it may be a normal map, its rise when it may be a height map, or
 *     null
 * @param trouble why it could not be decoded, or null
 */
record MapLook(
    @Nullable MapFacts facts,
    @Nullable Sketch sketch,
    @Nullable ReliefBlocks relief,
    @Nullable Problem trouble) {
  static final MapLook NOTHING = new MapLook(null, null, null, null);

  /** The same without what takes the most room. */
  MapLook withoutRelief() {
    return new MapLook(facts, sketch, null, trouble);
  }

  private static MapLook failed(Problem trouble) {
    return new MapLook(null, null, null, trouble);
  }

  /**
   * Looks at {@code f}, which is meant as {@code role}; {@link #NOTHING} when it is not on disk.
   */
  static MapLook at(SourceFile f, @Nullable MapRole role, PixelWitness witness) {
    ImageInfo info = f.image();
    if (f.onDisk() == null || info == null || !info.format().readable()) {
      return NOTHING;
    }
    try {
      Optional<MapLook> byRows = byRows(f, info, role, witness);
      return byRows.isPresent() ? byRows.get() : whole(f, info, role, witness);
    } catch (OutOfMemoryError e) {
      return failed(
          Problem.warning(
              "too-large-to-look-at",
              f.path(),
              Phrase.of("mapLook.too-large-memory-program-has", f.name())));
    } catch (IOException e) {
      return failed(
          Problem.warning(
              "unreadable-image",
              f.path(),
              Phrase.of("mapLook.cannot-decoded-kept-fetch-again", f.name(), e.getMessage())));
    } catch (RuntimeException | StackOverflowError e) {
      org.slf4j.LoggerFactory.getLogger(MapLook.class).warn("{}", f.path(), e);
      return failed(
          Problem.warning(
              "unreadable-image",
              f.path(),
              Phrase.of(
                  "mapLook.could-not-looked-at-judged", f.name(), info.width(), info.height())));
    }
  }

  private static MapLook whole(
      SourceFile f, ImageInfo info, @Nullable MapRole role, PixelWitness witness)
      throws IOException {
    // The codec's picture, our samples and a plane or two at a time.
    long samples = (long) info.width() * info.height() * Math.max(1, info.channels());
    PixelMemory memory = PixelMemory.take(samples * Math.max(1, info.bits() / 8) * 3);
    try {
      Pixels p = ImageDecoder.decode(f.neededOnDisk());
      witness.seen(f, p);
      MapFacts facts = MapFacts.of(p, info.format(), meant(role));
      boolean vectors = vectors(p.channels(), role, facts);
      ReliefBlocks relief =
          vectors
              ? ReliefBlocks.ofNormal(p)
              : rises(p.channels(), role) ? ReliefBlocks.ofHeight(p) : null;
      return new MapLook(facts, vectors ? Sketch.ofNormal(p) : Sketch.of(p), relief, null);
    } finally {
      memory.release();
    }
  }

  /** Very large pictures pass by once; empty when this is none, or cannot be read so. */
  private static Optional<MapLook> byRows(
      SourceFile f, ImageInfo info, @Nullable MapRole role, PixelWitness witness)
      throws IOException {
    Optional<LargePicture> large = RowReader.look(f.neededOnDisk(), info);
    if (large.isEmpty()) {
      return Optional.empty();
    }
    LargePicture p = large.get();
    witness.seen(f, p);
    MapFacts facts = MapFacts.of(p, info.format(), meant(role));
    boolean vectors = vectors(info.channels(), role, facts);
    ReliefBlocks relief =
        vectors
            ? ReliefBlocks.ofNormal(p)
            : rises(info.channels(), role) ? ReliefBlocks.ofHeight(p) : null;
    return Optional.of(new MapLook(facts, Sketch.of(p, vectors), relief, null));
  }

  /** Whether it is a height map, or may turn out to be one. */
  private static boolean rises(int channels, @Nullable MapRole role) {
    return role == MapRole.HEIGHT || role == MapRole.BUMP || (role == null && channels == 1);
  }

  private static boolean vectors(int channels, @Nullable MapRole role, MapFacts facts) {
    return channels >= 3 && (role == MapRole.NORMAL || facts.character() == PixelCharacter.NORMAL);
  }

  private static MapFacts.Meant meant(@Nullable MapRole role) {
    return switch (role) {
      case NORMAL -> MapFacts.Meant.NORMAL;
      case HEIGHT, BUMP -> MapFacts.Meant.HEIGHT;
      case null -> MapFacts.Meant.COLOUR;
      default -> role.colour() ? MapFacts.Meant.COLOUR : MapFacts.Meant.DATA;
    };
  }
}
