package keepshelf.core.recognise;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import keepshelf.core.model.ItemKind;
import keepshelf.core.recognise.NameParts.Word;

/** Words that say a picture is a preview, or an item of another kind than a material. */
final class PictureWords {
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
  private static final Set<String> LIGHT_PATTERN =
      Set.of("gobo", "gobos", "lightpattern", "lightpatterns", "caustics");

  private PictureWords() {}

  /** The word by which {@code c} is surely meant as a preview, or empty. */
  static Optional<String> preview(Candidate c) {
    Optional<String> own = first(c.parts.words(), PREVIEW);
    if (own.isPresent()) {
      return own;
    }
    return Optional.ofNullable(c.scope.preview());
  }

  /** Whether a folder is named as one that holds previews. */
  static boolean previewFolder(String name) {
    return PREVIEW.contains(name.toLowerCase(Locale.ROOT).replaceAll("[^a-z]", ""));
  }

  /** A word by which {@code c} may be meant as a preview. */
  static Optional<String> maybePreview(Candidate c) {
    return first(c.parts.words(), MAYBE_PREVIEW);
  }

  /** The kind of item that words in the name or the two folders above say; else empty. */
  static Optional<ItemKind> kind(Candidate c) {
    Optional<ItemKind> own = kind(c.parts.words());
    if (own.isPresent()) {
      return own;
    }
    return Optional.ofNullable(c.scope.kind());
  }

  /** The kind of item that words say; else empty. */
  static Optional<ItemKind> kind(List<Word> words) {
    boolean light = false;
    for (Word w : words) {
      String t = w.text();
      if (ENVIRONMENT.contains(t)) {
        return Optional.of(ItemKind.ENVIRONMENT);
      }
      if (DECAL.contains(t)) {
        return Optional.of(ItemKind.DECAL);
      }
      if (LIGHT_PATTERN.contains(t) || (light && t.startsWith("pattern"))) {
        return Optional.of(ItemKind.LIGHT_PATTERN);
      }
      if (OVERLAY.contains(t)) {
        return Optional.of(ItemKind.OVERLAY);
      }
      light = t.equals("light");
    }
    return Optional.empty();
  }

  private static Optional<String> first(List<Word> words, Set<String> of) {
    for (Word w : words) {
      if (of.contains(w.text())) {
        return Optional.of(w.text());
      }
    }
    return Optional.empty();
  }
}
