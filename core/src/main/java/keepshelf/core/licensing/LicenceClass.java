package keepshelf.core.licensing;

import java.util.Locale;
import org.jspecify.annotations.Nullable;

/** How free the use of something is, at a glance. */
public enum LicenceClass {
  /** Any use, no credit needed. */
  ANY_USE,
  /** Any use, credit needed. */
  CREDIT,
  /** Limited: non-commercial, seats, no derivatives, or a vendor's own terms. */
  LIMITED,
  /** Nothing is known. */
  UNKNOWN;

  /** The class of an SPDX identifier or a vendor's own name; null is unknown. */
  public static LicenceClass of(@Nullable String licence) {
    if (licence == null || licence.isBlank()) {
      return UNKNOWN;
    }
    String l = licence.toUpperCase(Locale.ROOT);
    if (l.startsWith("CC0")
        || l.equals("UNLICENSE")
        || l.equals("0BSD")
        || l.equals("PDDL-1.0")
        || l.equals("OWN WORK")) {
      return ANY_USE;
    }
    if (l.startsWith("CC-BY")) {
      return l.contains("-NC") || l.contains("-ND") ? LIMITED : CREDIT;
    }
    if (l.startsWith("MIT")
        || l.startsWith("APACHE")
        || l.startsWith("BSD")
        || l.startsWith("OFL")
        || l.startsWith("ISC")
        || l.startsWith("ZLIB")) {
      return CREDIT;
    }
    return LIMITED;
  }
}
