package keepshelf.core.recognise.pixels;

import java.io.IOException;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.Problem;
import keepshelf.core.recognise.found.PixelWitness;
import keepshelf.core.recognise.found.SourceFile;
import keepshelf.imaging.analyse.MapFacts;
import keepshelf.imaging.analyse.PixelCharacter;
import keepshelf.imaging.analyse.Sketch;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageInfo;
import keepshelf.imaging.pixel.PixelMemory;
import keepshelf.imaging.pixel.Pixels;

/**
 * One picture decoded once: what was measured, and a small stand-in to compare it with its
 * siblings.
 *
 * @param facts what was measured, or null when it could not be decoded
 * @param sketch its stand-in, or null
 * @param trouble why it could not be decoded, or null
 */
record MapLook(MapFacts facts, Sketch sketch, Problem trouble) {
  static final MapLook NOTHING = new MapLook(null, null, null);

  /**
   * Looks at {@code f}, which is meant as {@code role}; {@link #NOTHING} when it is not on disk.
   */
  static MapLook at(SourceFile f, MapRole role, PixelWitness witness) {
    ImageInfo info = f.image();
    if (f.onDisk() == null || info == null || !info.format().readable()) {
      return NOTHING;
    }
    // The codec's picture, our samples and a plane or two at a time.
    long samples = (long) info.width() * info.height() * Math.max(1, info.channels());
    PixelMemory memory = PixelMemory.take(samples * Math.max(1, info.bits() / 8) * 3);
    try {
      Pixels p = ImageDecoder.decode(f.onDisk());
      witness.seen(f, p);
      MapFacts facts = MapFacts.of(p, info.format(), meant(role));
      boolean vectors =
          p.channels() >= 3
              && (role == MapRole.NORMAL || facts.character() == PixelCharacter.NORMAL);
      return new MapLook(facts, vectors ? Sketch.ofNormal(p) : Sketch.of(p), null);
    } catch (OutOfMemoryError e) {
      return new MapLook(
          null,
          null,
          Problem.warning(
              "too-large-to-look-at",
              f.path(),
              f.name()
                  + " is too large for the memory that this program has, so its pixels were not"
                  + " looked at. It is kept and can be installed; start the program with more"
                  + " memory and take it in again to have it checked."));
    } catch (IOException e) {
      return new MapLook(
          null,
          null,
          Problem.warning(
              "unreadable-image",
              f.path(),
              f.name()
                  + " cannot be decoded: "
                  + e.getMessage()
                  + ". It is kept as it is; fetch it again if it should be a map."));
    } catch (RuntimeException | StackOverflowError e) {
      org.slf4j.LoggerFactory.getLogger(MapLook.class).warn("{}", f.path(), e);
      return new MapLook(
          null,
          null,
          Problem.warning(
              "unreadable-image",
              f.path(),
              f.name()
                  + " ("
                  + info.width()
                  + " x "
                  + info.height()
                  + ") could not be looked at, so it was judged by its name alone. It is kept as it"
                  + " is; look at it yourself."));
    } finally {
      memory.release();
    }
  }

  private static MapFacts.Meant meant(MapRole role) {
    return switch (role) {
      case NORMAL -> MapFacts.Meant.NORMAL;
      case HEIGHT, BUMP -> MapFacts.Meant.HEIGHT;
      case null -> MapFacts.Meant.COLOUR;
      default -> role.colour() ? MapFacts.Meant.COLOUR : MapFacts.Meant.DATA;
    };
  }
}
