package keepshelf.core.recognise.names;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import keepshelf.core.model.ItemKind;
import keepshelf.core.recognise.names.NameParts.Word;

/** Words that say a picture is a preview, or an item of another kind than a material. */
public final class PictureWords {
  private static final Set<String> PREVIEW =
      Set.of(
          "preview",
          "previews",
          "thumb",
          "thumbs",
          "thumbnail",
          "thumbnails",
          "promo",
          "render",
          "renders",
          "rendered",
          "rendering",
          "screenshot",
          "screenshots",
          "poster",
          "beauty",
          "turntable",
          "presentation",
          "wireframe",
          "logo",
          "banner",
          "icon",
          "showcase",
          "contactsheet",
          "overview",
          "previewimage",
          "uvlayout",
          "tonemapped",
          "tonemap");
  private static final Set<String> MAYBE_PREVIEW =
      Set.of(
          "sphere",
          "ball",
          "cube",
          "plane",
          "cylinder",
          "cover",
          "sample",
          "example",
          "scene",
          "closeup",
          "shot",
          "swatch",
          "wire",
          "shaderball",
          "cloth",
          "flat",
          "display",
          "hero",
          "image",
          "main",
          "product");
  private static final Set<String> ENVIRONMENT =
      Set.of(
          "hdri",
          "hdris",
          "hdr",
          "panorama",
          "pano",
          "equirectangular",
          "equirect",
          "latlong",
          "skydome",
          "envmap",
          "ibl",
          "environment",
          "spherical",
          "skybox");
  private static final Set<String> OVERLAY =
      Set.of(
          "smudge",
          "smudges",
          "scratch",
          "scratches",
          "fingerprint",
          "fingerprints",
          "imperfection",
          "imperfections",
          "overlay",
          "overlays",
          "streaks",
          "drips",
          "grunge",
          "smear",
          "smears",
          "brush",
          "brushes",
          "dust",
          "dirt",
          "stain",
          "stains",
          "leak",
          "leaks",
          "droplets",
          "drops",
          "splatter",
          "splatters",
          "specks",
          "speckles",
          "wear",
          "grease",
          "handprints",
          "bloom");
  private static final Set<String> DECAL = Set.of("decal", "decals", "sticker", "stickers");

  /** Words that a decal may well show. */
  private static final Set<String> ON_DECALS = Set.of("poster", "logo", "banner", "icon");

  private static final Set<String> LIGHT_PATTERN =
      Set.of(
          "gobo",
          "gobos",
          "lightpattern",
          "lightpatterns",
          "lightcookie",
          "lightcookies",
          "cucoloris",
          "caustics");

  /** Words that say the kind itself; the others of {@link #OVERLAY} say what is to be seen. */
  private static final Set<String> LAID_OVER =
      Set.of("overlay", "overlays", "imperfection", "imperfections");

  private PictureWords() {}

  /** The word by which {@code c} is surely meant as a preview, or empty. */
  public static Optional<String> preview(Candidate c) {
    Optional<String> own = first(c.parts.words(), PREVIEW);
    boolean shown =
        own.isPresent() && ON_DECALS.contains(own.get()) && kind(c).orElse(null) == ItemKind.DECAL;
    if (own.isPresent() && !shown) {
      return own;
    }
    return Optional.ofNullable(c.scope.preview());
  }

  /** Whether a folder is named as one that holds previews. */
  static boolean previewFolder(String name) {
    return PREVIEW.contains(name.toLowerCase(Locale.ROOT).replaceAll("[^a-z]", ""));
  }

  /** A word by which {@code c} may be meant as a preview. */
  public static Optional<String> maybePreview(Candidate c) {
    return first(c.parts.words(), MAYBE_PREVIEW);
  }

  /** The kind of item that words in the name or the two folders above say; else empty. */
  public static Optional<ItemKind> kind(Candidate c) {
    Optional<ItemKind> own = kind(c.parts.words());
    if (own.isPresent()) {
      return own;
    }
    return Optional.ofNullable(c.scope.kind());
  }

  /**
   * The kind of item that words say; else empty. The last word that names a kind counts, as in
   * "rust leak decal"; without one, what is to be seen, as in "scratches 07".
   */
  public static Optional<ItemKind> kind(List<Word> words) {
    ItemKind named = null;
    ItemKind seen = null;
    String before = "";
    for (Word w : words) {
      String t = w.text();
      boolean light = before.equals("light") && (t.startsWith("pattern") || t.startsWith("cookie"));
      if (ENVIRONMENT.contains(t)) {
        named = ItemKind.ENVIRONMENT;
      } else if (DECAL.contains(t)) {
        named = ItemKind.DECAL;
      } else if (light || LIGHT_PATTERN.contains(t)) {
        named = ItemKind.LIGHT_PATTERN;
      } else if (LAID_OVER.contains(t)) {
        named = ItemKind.OVERLAY;
      } else if (OVERLAY.contains(t)) {
        seen = ItemKind.OVERLAY;
      }
      before = t;
    }
    return Optional.ofNullable(named != null ? named : seen);
  }

  /** The first word, or two in a row ("contact sheet"), that is one {@code of} them. */
  private static Optional<String> first(List<Word> words, Set<String> of) {
    String before = "";
    for (Word w : words) {
      if (of.contains(w.text())) {
        return Optional.of(w.text());
      }
      if (of.contains(before + w.text())) {
        return Optional.of(before + w.text());
      }
      before = w.text();
    }
    return Optional.empty();
  }
}
