package keepshelf.core.inspect;

import java.util.List;
import java.util.Locale;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.Problem.Severity;
import keepshelf.core.recognise.found.RecognisedMap;
import keepshelf.imaging.analyse.DetailTest;
import keepshelf.imaging.analyse.Handedness;
import keepshelf.imaging.analyse.MapFacts;
import keepshelf.imaging.analyse.NormalHealth;
import keepshelf.imaging.io.ImageFormat;
import keepshelf.imaging.io.ImageInfo;

/** What can be said about one map from its header and what was measured on its pixels. */
final class MapChecks {
  private final RecognisedMap map;
  private final List<Problem> out;

  private MapChecks(RecognisedMap map, List<Problem> out) {
    this.map = map;
    this.out = out;
  }

  /** Adds all findings about {@code m} to {@code out}. */
  static void check(RecognisedMap m, ItemKind kind, List<Problem> out) {
    MapChecks c = new MapChecks(m, out);
    c.header();
    if (m.facts() != null) {
      c.anyMap(kind);
      if (m.role() == MapRole.NORMAL) {
        NormalChecks.check(m, out);
      }
      c.ofRole(kind);
    }
  }

  /** A flat normal map leans neither way. */
  private boolean flat() {
    return map.facts() != null
        && map.facts().normal() != null
        && map.facts().normal().state() == NormalHealth.State.FLAT;
  }

  private void header() {
    ImageInfo info = map.file().image();
    if (info == null) {
      return;
    }
    if (map.role() == MapRole.NORMAL
        && map.handedness() == Handedness.UNKNOWN
        && info.channels() >= 3
        && !flat()) {
      add(
          "handedness-unknown",
          Severity.NOTE,
          "neither its name nor its pixels tell which way Y points; it is taken as +Y until you"
              + " say.",
          "Compare both renders and choose.");
    }
    if ((map.role() == MapRole.HEIGHT || map.role() == MapRole.BUMP) && info.bits() == 8) {
      add(
          "height-8-bit",
          Severity.NOTE,
          "it has 8 bits: as displacement it will show steps on gentle slopes.",
          "Use it as bump, or fetch a 16-bit edition.");
    }
    if (map.role() == MapRole.NORMAL && info.channels() < 3) {
      add(
          "normal-without-vectors",
          Severity.ERROR,
          "it is named as a normal map but is a grey picture; it is probably a height or bump map.",
          "Set it to bump.");
    }
    if (map.tile() == null
        && Integer.bitCount(info.width()) != 1
        && Integer.bitCount(info.height()) != 1) {
      add(
          "not-power-of-two",
          Severity.NOTE,
          String.format(
              Locale.ROOT,
              "it is %d × %d; some real-time hosts want sides of a power of two.",
              info.width(),
              info.height()),
          "Fetch an edition whose sides are powers of two if your host wants them.");
    }
    tags(info);
  }

  private void tags(ImageInfo info) {
    if (info.turned()) {
      add(
          "exif-turn",
          Severity.WARNING,
          "its EXIF data says that it is to be shown turned or mirrored. Hosts ignore that, and so"
              + " does this program: the pixels are taken as they are stored.",
          "Look at it beside its siblings.");
    }
    if (info.profile() != null && !info.profile().toLowerCase(Locale.ROOT).contains("srgb")) {
      add(
          "colour-profile",
          map.role().colour() ? Severity.WARNING : Severity.NOTE,
          "it carries the colour profile “"
              + info.profile()
              + "”. Hosts ignore profiles in textures, so that "
              + (map.role().colour() ? "its colours will be off." : "its values stay as stored."),
          map.role().colour() ? "Have it converted to sRGB by its maker." : null);
    }
  }

  private void anyMap(ItemKind kind) {
    MapFacts f = map.facts();
    ImageInfo info = map.file().image();
    if (f.constant() && map.role() != MapRole.NORMAL) {
      add(
          "constant-map",
          Severity.NOTE,
          String.format(
              Locale.ROOT,
              "it is one value all over (%.3f); a plain number says the same.",
              f.channels().getFirst().mean()),
          "It can be left out when space matters.");
      return;
    }
    if (f.alpha() == MapFacts.Alpha.UNUSED) {
      add(
          "alpha-unused",
          Severity.NOTE,
          "its alpha channel is the same everywhere and only takes room.",
          null);
    }
    if (f.eightBits()) {
      add(
          "eight-bits-in-sixteen",
          map.role() == MapRole.HEIGHT ? Severity.WARNING : Severity.NOTE,
          "it is stored in 16 bits but holds no more than 8"
              + (map.role() == MapRole.HEIGHT
                  ? ": as displacement it will show steps on gentle slopes."
                  : "."),
          map.role() == MapRole.HEIGHT ? "Use it as bump." : null);
    }
    boolean sized =
        (kind == ItemKind.MATERIAL || kind == ItemKind.PHOTO_TEXTURE)
            && (map.role() == MapRole.BASE_COLOUR
                || map.role() == MapRole.NORMAL
                || map.role() == MapRole.HEIGHT);
    if (sized
        && info != null
        && (f.detail() == DetailTest.Size.HALF || f.detail() == DetailTest.Size.QUARTER)) {
      int side = info.longerSide() / (f.detail() == DetailTest.Size.HALF ? 2 : 4);
      add(
          "low-detail",
          Severity.NOTE,
          String.format(
              Locale.ROOT,
              "it holds detail up to about %d pixels; it may have been enlarged, or is smooth by"
                  + " nature.",
              side),
          "A smaller edition shows as much.");
    }
    if (f.jpegTraces() && (map.role() == MapRole.NORMAL || map.role() == MapRole.HEIGHT)) {
      add(
          "jpeg-traces",
          Severity.WARNING,
          "it shows the 8 × 8 blocks of an earlier JPEG, though it is stored without loss now.",
          "Fetch a clean edition; bumps will show the blocks.");
    }
    if (map.role() == MapRole.NORMAL && info != null && info.format() == ImageFormat.JPEG) {
      add(
          "normal-as-jpeg",
          Severity.NOTE,
          "a normal map as JPEG has blocks and bent vectors where it is smooth.",
          "Prefer a PNG or TIFF edition where there is one.");
    }
  }

  private void ofRole(ItemKind kind) {
    MapFacts f = map.facts();
    if (map.role() == MapRole.METALLIC && !f.constant()) {
      double between = 1 - f.channels().getFirst().dark() - f.channels().getFirst().bright();
      if (between > 0.5) {
        add(
            "metallic-not-binary",
            Severity.NOTE,
            String.format(
                Locale.ROOT,
                "%.0f %% of it is neither black nor white; metal is one or the other but for edges"
                    + " and dirt.",
                between * 100),
            "Check that it is a metallic map and no specular or gloss map.");
      }
    }
    if (map.role() == MapRole.BASE_COLOUR && kind == ItemKind.MATERIAL && !f.constant()) {
      albedo(f);
    }
  }

  /**
   * Charcoal reflects about 2 %, fresh snow about 90 % of the light: a base colour beyond that has
   * light or shadow in it, or is no base colour.
   */
  private void albedo(MapFacts f) {
    if (f.light() < 0.02) {
      add(
          "albedo-range",
          Severity.WARNING,
          String.format(
              Locale.ROOT,
              "even its lightest parts reflect only %.1f %%, less than charcoal.",
              f.light() * 100),
          "Check that it is a colour map that was not stored as linear data.");
    } else if (f.dark() > 0.9) {
      add(
          "albedo-range",
          Severity.WARNING,
          String.format(
              Locale.ROOT,
              "even its darkest parts reflect %.0f %%, more than fresh snow.",
              f.dark() * 100),
          "Check that it is a colour map; else lower its brightness in the host.");
    }
  }

  private void add(String code, Severity severity, String what, String proposal) {
    out.add(finding(map, code, severity, what, proposal));
  }

  static Problem finding(
      RecognisedMap m, String code, Severity severity, String what, String proposal) {
    return new Problem(
        code, severity, m.role(), m.file().path(), m.file().name() + ": " + what, proposal);
  }
}
