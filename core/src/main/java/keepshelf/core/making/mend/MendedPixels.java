package keepshelf.core.making.mend;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.install.measure.NormalStates;
import keepshelf.core.model.MapRole;
import keepshelf.core.words.Words;
import keepshelf.imaging.analyse.ChannelFacts;
import keepshelf.imaging.analyse.DepthTest;
import keepshelf.imaging.analyse.JpegTraces;
import keepshelf.imaging.analyse.NormalHealth;
import keepshelf.imaging.convert.Adjust;
import keepshelf.imaging.convert.HeightMaps;
import keepshelf.imaging.convert.Maps;
import keepshelf.imaging.convert.Resize;
import keepshelf.imaging.convert.Vectors;
import keepshelf.imaging.derive.AlbedoRange;
import keepshelf.imaging.derive.Blocks;
import keepshelf.imaging.derive.JpegPlanes;
import keepshelf.imaging.derive.Steps;
import keepshelf.imaging.derive.TwoValues;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;
import org.jspecify.annotations.Nullable;

/** The pixels of maps that are put right. */
public final class MendedPixels {
  private MendedPixels() {}

  /** A cure that does not help; the message says why, for people. */
  public static final class NoCure extends IOException {
    private static final long serialVersionUID = 1;

    NoCure(String why) {
      super(why);
    }
  }

  /**
   * The map as it should have been; normals with +Y.
   *
   * @throws NoCure when one of the cures cannot be applied to what is there
   * @throws IOException when it cannot be read
   */
  public static Pixels of(Fault f, ShelvedItem item, ShelfFolder shelf) throws IOException {
    Path file = shelf.resolve(item.path(f.map()));
    Pixels p = null;
    NormalHealth.State state = NormalHealth.State.SOUND;
    if (f.map().role() == MapRole.NORMAL) {
      state = NormalStates.of(item.item(), f.map(), file);
    }
    for (Cure c : f.cures()) {
      p =
          switch (c) {
            case BLOCKS -> withoutBlocks(file, f);
            case VECTORS -> Adjust.applied(Maps.withoutAlpha(read(p, file)), Vectors.mended(state));
            case STEPS -> Steps.smoothed(levels(grey(read(p, file))));
            case TWO_VALUES ->
                TwoValues.parted(grey(read(p, file)))
                    .orElseThrow(
                        () -> new NoCure(Words.of("mendedPixels.values-do-not-stand-two")));
            case ALBEDO -> AlbedoRange.brought(read(p, file));
            case SIZE -> sized(read(p, file), f);
          };
    }
    boolean down = f.map().role() == MapRole.NORMAL && "dx".equals(f.map().handedness());
    Pixels done = read(p, file);
    return down ? Maps.flipGreen(done) : done;
  }

  private static Pixels read(@Nullable Pixels p, Path file) throws IOException {
    return p != null ? p : ImageDecoder.decode(file);
  }

  private static Pixels grey(Pixels p) {
    Pixels one = Maps.grey(p);
    return one.depth() == Depth.F32 ? HeightMaps.levelled(one) : one;
  }

  /** Of 16 bits that hold 8 those 8. */
  private static Pixels levels(Pixels p) {
    return p.depth() == Depth.U16 ? Resize.roundedToBytes(p) : p;
  }

  private static Pixels withoutBlocks(Path file, Fault f) throws IOException {
    Pixels p = Maps.withoutAlpha(ImageDecoder.decode(file));
    Optional<JpegPlanes> stored =
        "jpeg".equals(f.map().format()) ? JpegPlanes.read(file) : Optional.empty();
    Pixels out = stored.isPresent() ? Blocks.removed(stored.get()) : Blocks.removed(p);
    if (out == p) {
      throw new NoCure(Words.of("mendedPixels.steps-which-jpeg-stored-cannot"));
    }
    if (f.map().role() == MapRole.NORMAL) {
      return Adjust.applied(out, Vectors.mended(NormalHealth.State.NOT_UNIT));
    }
    return f.map().role() == MapRole.BASE_COLOUR ? out : Maps.grey(out);
  }

  private static Pixels sized(Pixels p, Fault f) {
    return p.width() < f.width()
        ? Resize.larger(p, f.width(), f.height(), holds(f.map().role()))
        : Resize.to(p, f.width(), f.height(), holds(f.map().role()));
  }

  private static Resize.Holds holds(MapRole role) {
    return role == MapRole.NORMAL
        ? Resize.Holds.NORMALS
        : role.colour() ? Resize.Holds.COLOUR : Resize.Holds.DATA;
  }

  /** Whether the check that found a fault would find it in {@code p} as well. */
  public static boolean isLeft(Cure c, Pixels p, Fault f) {
    return switch (c) {
      case BLOCKS -> JpegTraces.found(p);
      case VECTORS -> NormalStates.needsMending(NormalHealth.of(p).state());
      case STEPS -> p.depth() != Depth.U16 || DepthTest.eightBitsInSixteen(p);
      case TWO_VALUES -> {
        ChannelFacts g = ChannelFacts.of(p, 0);
        yield 1 - g.dark() - g.bright() > 0.5;
      }
      case ALBEDO -> AlbedoRange.outside(p);
      case SIZE -> p.width() != f.width() || p.height() != f.height();
    };
  }
}
