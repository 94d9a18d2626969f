package keepshelf.core.inspect;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.Problem.Severity;
import keepshelf.core.recognise.RecognisedItem;
import keepshelf.core.recognise.RecognisedMap;
import keepshelf.imaging.analyse.Handedness;
import keepshelf.imaging.io.ImageInfo;

/** What can be said about a set from its roles and picture headers. */
public final class SetChecks {
  private SetChecks() {}

  /** All findings for {@code item}, worst first. */
  public static List<Problem> check(RecognisedItem item) {
    List<Problem> out = new ArrayList<>();
    if (item.kind() == ItemKind.MATERIAL) {
      missing(item, out);
    }
    doubled(item, out);
    shapes(item, out);
    for (RecognisedMap m : item.maps()) {
      one(m, out);
    }
    out.sort((a, b) -> b.severity().compareTo(a.severity()));
    return out;
  }

  private static void missing(RecognisedItem item, List<Problem> out) {
    Set<MapRole> roles = item.roles();
    if (!roles.contains(MapRole.BASE_COLOUR)) {
      out.add(
          missing(
              MapRole.BASE_COLOUR,
              Severity.WARNING,
              "has no base colour; it will be a plain grey where it is used"));
    }
    if (!roles.contains(MapRole.ROUGHNESS) && !roles.contains(MapRole.GLOSS)) {
      out.add(
          missing(
              MapRole.ROUGHNESS,
              Severity.NOTE,
              "has neither roughness nor gloss; one value will stand for all of it"));
    }
    if (!roles.contains(MapRole.NORMAL)
        && !roles.contains(MapRole.BUMP)
        && !roles.contains(MapRole.HEIGHT)) {
      out.add(
          missing(
              MapRole.NORMAL,
              Severity.NOTE,
              "has no normal, bump or height map; it will look flat"));
    }
  }

  private static Problem missing(MapRole role, Severity severity, String what) {
    return new Problem("missing-map", severity, role, null, "The set " + what + ".");
  }

  private static void doubled(RecognisedItem item, List<Problem> out) {
    Map<String, RecognisedMap> seen = new HashMap<>();
    for (RecognisedMap m : item.maps()) {
      if (m.role() == MapRole.MASK || m.role() == MapRole.ID) {
        continue;
      }
      String slot =
          m.role()
              + "|"
              + m.resolution()
              + "|"
              + m.format()
              + "|"
              + m.tile()
              + "|"
              + (m.role() == MapRole.NORMAL ? m.handedness() : "")
              + (m.role() == MapRole.PACKED && m.channels() != null ? m.channels().roles() : "");
      RecognisedMap other = seen.putIfAbsent(slot, m);
      if (other != null) {
        out.add(
            new Problem(
                "doubled-map",
                Severity.WARNING,
                m.role(),
                m.file().path(),
                m.file().name()
                    + " and "
                    + other.file().name()
                    + " both stand as "
                    + m.role().title().toLowerCase(Locale.ROOT)
                    + "; the first one is used until you choose."));
      }
    }
  }

  /** Maps of one edition should have one size, and all of them one aspect. */
  private static void shapes(RecognisedItem item, List<Problem> out) {
    Map<String, ImageInfo> sizes = new LinkedHashMap<>();
    ImageInfo first = null;
    for (RecognisedMap m : item.maps()) {
      ImageInfo info = m.file().image();
      if (info == null) {
        continue;
      }
      if (first == null) {
        first = info;
      } else if (Math.abs(
              info.width() * (double) first.height() - first.width() * (double) info.height())
          > 0.01 * info.width() * first.height()) {
        out.add(
            new Problem(
                "aspect-mismatch",
                Severity.WARNING,
                m.role(),
                m.file().path(),
                m.file().name()
                    + " is "
                    + size(info)
                    + ", not of the shape of its siblings ("
                    + size(first)
                    + "); it will be stretched over them."));
        continue;
      }
      String edition = m.resolution() + "|" + m.format();
      ImageInfo sibling = sizes.putIfAbsent(edition, info);
      if (sibling != null && sibling.width() != info.width()) {
        out.add(
            new Problem(
                "size-mismatch",
                Severity.NOTE,
                m.role(),
                m.file().path(),
                m.file().name()
                    + " is "
                    + size(info)
                    + " beside siblings of "
                    + size(sibling)
                    + "."));
      }
    }
  }

  private static String size(ImageInfo i) {
    return i.width() + " × " + i.height();
  }

  private static void one(RecognisedMap m, List<Problem> out) {
    ImageInfo info = m.file().image();
    if (m.role() == MapRole.NORMAL && m.handedness() == Handedness.UNKNOWN && info != null) {
      out.add(
          new Problem(
              "handedness-unknown",
              Severity.NOTE,
              m.role(),
              m.file().path(),
              m.file().name()
                  + ": neither its name nor its pixels tell which way Y points; it is taken as +Y"
                  + " until you say."));
    }
    if (m.role() == MapRole.HEIGHT && info != null && info.bits() == 8) {
      out.add(
          new Problem(
              "height-8-bit",
              Severity.NOTE,
              m.role(),
              m.file().path(),
              m.file().name()
                  + " has 8 bits: as displacement it will show steps on gentle slopes."));
    }
    if (m.role() == MapRole.NORMAL && info != null && info.channels() < 3) {
      out.add(
          new Problem(
              "normal-without-vectors",
              Severity.ERROR,
              m.role(),
              m.file().path(),
              m.file().name()
                  + " is named as a normal map but is a grey picture; it is probably a height or"
                  + " bump map."));
    }
  }
}
