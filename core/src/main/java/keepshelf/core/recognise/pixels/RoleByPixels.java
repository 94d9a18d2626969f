package keepshelf.core.recognise.pixels;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import keepshelf.core.model.Channels;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import keepshelf.core.recognise.found.Evidence;
import keepshelf.core.recognise.found.RecognisedMap;
import keepshelf.core.recognise.found.Verdict;
import keepshelf.core.recognise.names.RoleVocabulary.Sense;
import keepshelf.core.words.Phrase;
import keepshelf.imaging.analyse.ChannelFacts;
import keepshelf.imaging.analyse.MapFacts;
import keepshelf.imaging.analyse.NormalHealth;
import keepshelf.imaging.analyse.PixelCharacter;

/** What the pixels of a map say about its role. */
final class RoleByPixels {
  /** From this weight on a word is a word for a role, and not one letter that can mean much. */
  private static final double SAID = 0.7;

  private RoleByPixels() {}

  /** How well the best meaning of a word fits, and how far ahead of the next it is. */
  private record Choice(RecognisedMap map, List<Sense> senses, Sense best, double lead) {}

  /**
   * Settles the ambiguous words of one set by their pixels, the clearest first, so that a role that
   * one picture has for certain is not given to another.
   *
   * @param open the maps whose words can mean more, with all meanings
   * @param sure roles of the other maps
   * @return the maps of {@code open} as decided
   */
  static List<RecognisedMap> settle(Map<RecognisedMap, List<Sense>> open, Set<MapRole> sure) {
    List<RecognisedMap> out = new ArrayList<>();
    Map<RecognisedMap, List<Sense>> left = new LinkedHashMap<>(open);
    // The same word at another resolution has the same meaning and takes nothing away.
    Map<MapRole, List<Sense>> taken = new EnumMap<>(MapRole.class);
    sure.forEach(r -> taken.put(r, List.of()));
    while (!left.isEmpty()) {
      Choice clearest = null;
      for (var e : left.entrySet()) {
        Choice c = choice(e.getKey(), e.getValue(), taken);
        if (clearest == null || c.lead() > clearest.lead()) {
          clearest = c;
        }
      }
      left.remove(Objects.requireNonNull(clearest).map());
      taken.putIfAbsent(clearest.best().role(), clearest.senses());
      out.add(as(clearest.map(), clearest.best()));
    }
    return out;
  }

  private static Choice choice(
      RecognisedMap m, List<Sense> senses, Map<MapRole, List<Sense>> taken) {
    Sense best = senses.getFirst();
    double most = -1;
    double next = 0;
    for (Sense s : senses) {
      List<Sense> by = taken.get(s.role());
      double fit =
          s.weight() * fit(s.role(), m.measured()) * (by != null && by != senses ? 0.2 : 1);
      // What the set decided stays unless the pixels speak clearly against it.
      fit *= s.role() == m.role() ? 1.6 : 1;
      if (fit > most) {
        next = most;
        most = fit;
        best = s;
      } else {
        next = Math.max(next, fit);
      }
    }
    return new Choice(m, senses, best, most / Math.max(1e-3, next));
  }

  private static RecognisedMap as(RecognisedMap m, Sense best) {
    if (best.role() == m.role()) {
      return m;
    }
    Phrase title = best.role().inSentence();
    return m.as(
        best.role(),
        best.channels(),
        new Verdict(
            List.of(
                new Evidence(
                    "name", best.weight(), Phrase.of("roleByPixels.short-name-can-stand", title)),
                new Evidence(
                    "pixels",
                    0.5 * fit(best.role(), m.measured()),
                    Phrase.of("roleByPixels.all-can-mean-pixels-fit", title)))));
  }

  /** 0..1: how well pixels like these go with a role. */
  static double fit(MapRole role, MapFacts f) {
    PixelCharacter c = f.character();
    if (role == MapRole.NORMAL) {
      return c == PixelCharacter.NORMAL
          ? 1
          : f.normal() != null && f.normal().unit() > 0.5 ? 0.5 : 0.05;
    }
    if (c == PixelCharacter.NORMAL) {
      return 0.03;
    }
    if (role == MapRole.PACKED) {
      return c == PixelCharacter.COLOUR ? 0.9 : 0.4;
    }
    boolean coloured = c == PixelCharacter.COLOUR;
    if (role == MapRole.BASE_COLOUR) {
      return coloured ? 1 : 0.45;
    }
    if (role.colour()) {
      return 0.8;
    }
    if (coloured) {
      return role == MapRole.ID || role == MapRole.MASK ? 0.9 : 0.12;
    }
    boolean occlusionLike = occlusionLike(f.channels().getFirst());
    boolean binary = c == PixelCharacter.BINARY;
    return switch (role) {
      case AMBIENT_OCCLUSION -> occlusionLike ? 1 : binary ? 0.25 : 0.6;
      case OPACITY, METALLIC, MASK -> binary ? 1 : occlusionLike ? 0.45 : 0.55;
      case HEIGHT, BUMP -> binary ? 0.3 : 0.8;
      default -> binary ? 0.5 : 0.8;
    };
  }

  /** Bright, with a tail into the dark, as occlusion from a height map is. */
  private static boolean occlusionLike(ChannelFacts c) {
    return c.mean() > 200 / 255.0 && c.skew() < -0.8;
  }

  /** {@code m} with the pixels' word for or against its role. */
  static RecognisedMap confirm(RecognisedMap m, ItemKind kind) {
    MapFacts f = m.measured();
    MapRole role = m.role();
    Verdict v = m.verdict();
    if (f.character() == PixelCharacter.NORMAL) {
      if (role == MapRole.NORMAL) {
        return m.as(
            role,
            null,
            v.and(
                new Evidence(
                    "pixels", 0.95, Phrase.of("roleByPixels.pixels-unit-vectors-point-outwards"))));
      }
      if (role == MapRole.BUMP
          || role == MapRole.HEIGHT
          || (kind == ItemKind.MATERIAL && (v.asks() || (!named(m) && Adoption.proven(f))))) {
        return m.as(
            MapRole.NORMAL,
            null,
            new Verdict(
                List.of(
                    new Evidence(
                        "pixels",
                        0.95,
                        Phrase.of("roleByPixels.pixels-unit-vectors-point-outwards-2")))));
      }
    }
    if (role == MapRole.NORMAL) {
      return notLikeNormals(m);
    }
    if (role == MapRole.PACKED) {
      return packed(m);
    }
    if (role == MapRole.BASE_COLOUR && f.alpha() == MapFacts.Alpha.USED) {
      return m.as(
          role,
          new Channels(Map.of("a", MapRole.OPACITY)),
          v.and(
              new Evidence(
                  "pixels", 0.3, Phrase.of("roleByPixels.alpha-channel-varies-used-opacity"))));
    }
    if (role.colour() && f.character() == PixelCharacter.COLOUR) {
      return m.as(
          role,
          m.channels(),
          v.and(new Evidence("pixels", 0.5, Phrase.of("roleByPixels.pixels-coloured"))));
    }
    if (role.grey() && f.character() == PixelCharacter.COLOUR && !f.grey()) {
      return m.as(
          role,
          m.channels(),
          v.and(
              new Evidence(
                  "pixels",
                  -0.35,
                  Phrase.of("roleByPixels.pixels-coloured-where-grey-usual", role.inSentence()))));
    }
    return role.grey()
        ? m.as(
            role,
            m.channels(),
            v.and(new Evidence("pixels", 0.3, Phrase.of("roleByPixels.pixels-grey"))))
        : m;
  }

  /** Whether words, a document or a person said the role, and not the want of another. */
  static boolean named(RecognisedMap m) {
    return m.verdict().evidence().stream()
        .anyMatch(
            e -> e.weight() >= SAID && !e.kind().equals("siblings") && !e.kind().equals("pixels"));
  }

  private static RecognisedMap notLikeNormals(RecognisedMap m) {
    Verdict v = m.verdict();
    NormalHealth health = m.measured().normal();
    boolean stored =
        health != null
            && switch (health.state()) {
              case CURVED, UNCURVED, OUT_IN_RED, OUT_IN_GREEN, NO_BLUE, OBJECT_SPACE -> true;
              default -> false;
            };
    if (stored) {
      return m.as(
          MapRole.NORMAL,
          null,
          v.and(
              new Evidence(
                  "pixels", 0.8, Phrase.of("roleByPixels.pixels-vectors-though-stored-wrong"))));
    }
    boolean vectors = health != null && health.unit() > 0.4;
    if (m.file().info().filter(i -> i.channels() < 3).isPresent() || m.measured().grey()) {
      return m.as(
          MapRole.BUMP,
          null,
          new Verdict(
              List.of(
                  new Evidence(
                      "pixels", 0.7, Phrase.of("roleByPixels.named-normal-map-but-grey")))));
    }
    return m.as(
        MapRole.NORMAL,
        null,
        v.and(
            new Evidence(
                "pixels",
                vectors ? -0.1 : -0.5,
                vectors
                    ? Phrase.of("roleByPixels.many-pixels-unit-vectors-not")
                    : Phrase.of("roleByPixels.pixels-do-not-look-like"))));
  }

  /** Says what the channels of a packed map hold when its name does not. */
  private static RecognisedMap packed(RecognisedMap m) {
    if (m.channels() != null && !m.channels().roles().isEmpty()) {
      return m.measured().grey()
          ? m.as(
              MapRole.PACKED,
              m.channels(),
              m.verdict()
                  .and(
                      new Evidence(
                          "pixels",
                          -0.4,
                          Phrase.of("roleByPixels.all-channels-alike-nothing-packed"))))
          : m;
    }
    Map<String, MapRole> roles = new java.util.LinkedHashMap<>();
    List<ChannelFacts> of = m.measured().channels();
    for (int c = 0; c < of.size(); c++) {
      ChannelFacts f = of.get(c);
      if (f.constant()) {
        continue;
      }
      MapRole role =
          f.binary()
              ? MapRole.METALLIC
              : occlusionLike(f) ? MapRole.AMBIENT_OCCLUSION : MapRole.ROUGHNESS;
      if (!roles.containsValue(role)) {
        roles.put("rgba".substring(c, c + 1), role);
      }
    }
    if (roles.isEmpty()) {
      return m;
    }
    Channels channels = new Channels(roles);
    return m.as(
        MapRole.PACKED,
        channels,
        new Verdict(
            List.of(
                new Evidence(
                    "pixels",
                    0.5,
                    Phrase.of("roleByPixels.judged-by-how-values-each", channels.inWords())))));
  }
}
