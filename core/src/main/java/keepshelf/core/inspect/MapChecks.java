package keepshelf.core.inspect;

import java.util.List;
import java.util.Locale;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.Problem.Severity;
import keepshelf.core.recognise.found.RecognisedMap;
import keepshelf.core.words.Phrase;
import keepshelf.imaging.analyse.DetailTest;
import keepshelf.imaging.analyse.Handedness;
import keepshelf.imaging.analyse.MapFacts;
import keepshelf.imaging.analyse.NormalHealth;
import keepshelf.imaging.io.ImageFormat;
import keepshelf.imaging.io.ImageInfo;
import org.jspecify.annotations.Nullable;

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
    MapFacts f = m.facts();
    if (f != null) {
      c.anyMap(f, kind);
      if (m.role() == MapRole.NORMAL) {
        NormalChecks.check(m, f, out);
      }
      c.ofRole(f, kind);
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
          Phrase.of("mapChecks.neither-name-nor-pixels-tell"),
          Phrase.of("mapChecks.compare-both-renders-choose"));
    }
    if ((map.role() == MapRole.HEIGHT || map.role() == MapRole.BUMP) && info.bits() == 8) {
      add(
          "height-8-bit",
          Severity.NOTE,
          Phrase.of("mapChecks.has-bits-displacement-will-show"),
          Phrase.of("mapChecks.use-bump-or-fetch-16"));
    }
    if (map.role() == MapRole.NORMAL && info.channels() < 3) {
      add(
          "normal-without-vectors",
          Severity.ERROR,
          Phrase.of("mapChecks.named-normal-map-but-grey"),
          Phrase.of("mapChecks.set-bump"));
    }
    if (map.tile() == null
        && Integer.bitCount(info.width()) != 1
        && Integer.bitCount(info.height()) != 1) {
      add(
          "not-power-of-two",
          Severity.NOTE,
          Phrase.of("mapChecks.some-real-time-hosts-want", info.width(), info.height()),
          Phrase.of("mapChecks.fetch-edition-whose-sides-powers"));
    }
    tags(info);
  }

  private void tags(ImageInfo info) {
    if (info.turned()) {
      add(
          "exif-turn",
          Severity.WARNING,
          Phrase.of("mapChecks.exif-data-says-shown-turned"),
          Phrase.of("mapChecks.look-at-beside-siblings"));
    }
    if (info.profile() != null && !info.profile().toLowerCase(Locale.ROOT).contains("srgb")) {
      add(
          "colour-profile",
          map.role().colour() ? Severity.WARNING : Severity.NOTE,
          Phrase.of(
              "mapChecks.carries-colour-profile-hosts-ignore",
              info.profile(),
              map.role().colour() ? 1 : 0),
          map.role().colour() ? Phrase.of("mapChecks.have-converted-srgb-by-maker") : null);
    }
  }

  private void anyMap(MapFacts f, ItemKind kind) {
    ImageInfo info = map.file().image();
    if (f.constant() && map.role() != MapRole.NORMAL) {
      add(
          "constant-map",
          Severity.NOTE,
          Phrase.of("mapChecks.one-value-all-over-plain", f.channels().getFirst().mean()),
          Phrase.of("mapChecks.can-left-out-when-space"));
      return;
    }
    if (f.alpha() == MapFacts.Alpha.UNUSED) {
      add(
          "alpha-unused",
          Severity.NOTE,
          Phrase.of("mapChecks.alpha-channel-same-everywhere-only"),
          null);
    }
    if (f.eightBits()) {
      add(
          "eight-bits-in-sixteen",
          map.role() == MapRole.HEIGHT ? Severity.WARNING : Severity.NOTE,
          Phrase.of("mapChecks.stored-16-bits-but-holds", map.role() == MapRole.HEIGHT ? 1 : 0),
          map.role() == MapRole.HEIGHT ? Phrase.of("mapChecks.use-bump") : null);
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
          Phrase.of("mapChecks.holds-detail-about-pixels-may", side),
          Phrase.of("mapChecks.smaller-edition-shows-much"));
    }
    if (f.jpegTraces() && (map.role() == MapRole.NORMAL || map.role() == MapRole.HEIGHT)) {
      add(
          "jpeg-traces",
          Severity.WARNING,
          Phrase.of("mapChecks.shows-blocks-earlier-jpeg-though"),
          Phrase.of("mapChecks.fetch-clean-edition-bumps-will"));
    }
    if (map.role() == MapRole.NORMAL && info != null && info.format() == ImageFormat.JPEG) {
      add(
          "normal-as-jpeg",
          Severity.NOTE,
          Phrase.of("mapChecks.normal-map-jpeg-has-blocks"),
          Phrase.of("mapChecks.prefer-png-or-tiff-edition"));
    }
  }

  private void ofRole(MapFacts f, ItemKind kind) {
    if (map.role() == MapRole.METALLIC && !f.constant()) {
      double between = 1 - f.channels().getFirst().dark() - f.channels().getFirst().bright();
      if (between > 0.5) {
        add(
            "metallic-not-binary",
            Severity.NOTE,
            Phrase.of("mapChecks.neither-black-nor-white-metal", between * 100),
            Phrase.of("mapChecks.check-metallic-map-no-specular"));
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
          Phrase.of("mapChecks.even-its-lightest-parts-reflect", f.light() * 100),
          Phrase.of("mapChecks.check-colour-map-not-stored"));
    } else if (f.dark() > 0.9) {
      add(
          "albedo-range",
          Severity.WARNING,
          Phrase.of("mapChecks.even-its-darkest-parts-reflect", f.dark() * 100),
          Phrase.of("mapChecks.check-colour-map-else-lower"));
    }
  }

  private void add(String code, Severity severity, Phrase what, @Nullable Phrase proposal) {
    out.add(finding(map, code, severity, what, proposal));
  }

  static Problem finding(
      RecognisedMap m, String code, Severity severity, Phrase what, @Nullable Phrase proposal) {
    return new Problem(
        code,
        severity,
        m.role(),
        m.file().path(),
        Phrase.of("mapChecks.of-file", m.file().name(), what),
        proposal);
  }
}
