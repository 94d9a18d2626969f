package keepshelf.core.recognise.names;

import java.util.Set;

/** Role words that are as often part of a name: alone they do not make a map of a photo. */
public final class AlsoNames {
  private static final Set<String> WORDS =
      Set.of(
          "metal",
          "rough",
          "smooth",
          "glossy",
          "relief",
          "coat",
          "coating",
          "matte",
          "fuzz",
          "lacquer",
          "thick",
          "transparent",
          "translucent",
          "curve",
          "glow",
          "ambient",
          "shine",
          "base",
          "dis",
          "op",
          "reflect",
          "scatter",
          "refl",
          "gloss",
          "reflection",
          "col",
          "met",
          "reflectance",
          "mk",
          "mid",
          "rm",
          "ht",
          "ro",
          "bc",
          "df",
          "dm",
          "rg",
          "no",
          "nm",
          "nr",
          "mt",
          "mta",
          "em",
          "cc",
          "ids",
          "light",
          "trans",
          "depth",
          "mask",
          "packed",
          "pack",
          "combined",
          "arm",
          "mar",
          "mor",
          "rom",
          "ram",
          "mos",
          "ord",
          "crevice",
          "convexity",
          "alb",
          "elevation",
          "scattering",
          "refraction",
          "illumination",
          "dp",
          "dif",
          "cur",
          "illum",
          "lum",
          "local");

  private AlsoNames() {}

  /** Whether {@code phrase} may as well be part of a name. */
  public static boolean contain(String phrase) {
    return WORDS.contains(phrase);
  }
}
