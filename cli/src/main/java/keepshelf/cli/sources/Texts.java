package keepshelf.cli.sources;

import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import keepshelf.cli.words.Words;
import keepshelf.core.disk.DiskTrouble;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.sources.PackNews;
import keepshelf.core.sources.PackNews.State;
import keepshelf.core.sources.SourceNews;
import keepshelf.core.sources.owned.Costs;

/** What commands say of sources and packs. */
final class Texts {
  private Texts() {}

  /** The token in a file: its first line. */
  static String token(Path file) throws ShelfException {
    try {
      String t = Files.readString(file).strip();
      if (t.isEmpty() || t.contains("\n") || t.length() > 8000) {
        throw new ShelfException(
            Problem.error(
                "token", file.toString(), Words.of("texts.no-token-should-hold-one", file)));
      }
      return t;
    } catch (IOException e) {
      throw new ShelfException(
          Problem.error("not-read", file.toString(), DiskTrouble.sentence(e, "reading " + file)),
          e);
    }
  }

  static Map<String, Map<String, String>> paid(Costs c) {
    Map<String, Map<String, String>> out = new TreeMap<>();
    c.byYear()
        .forEach((year, sums) -> {
          Map<String, String> m = new TreeMap<>();
          sums.forEach((currency, sum) -> m.put(currency, sum.toPlainString()));
          out.put(year.isEmpty() ? "unknown" : year, m);
        });
    return out;
  }

  static String line(SourceNews n) {
    List<String> said = new ArrayList<>();
    said.add(n.owned() + (n.owned() == 1 ? " pack" : " packs"));
    count(said, n.count(State.NEWER), "newer");
    count(said, n.count(State.NOT_HERE), Words.of("texts.not-here"));
    count(said, n.count(State.LOST), Words.of("texts.with-lost-files"));
    count(said, n.count(State.WITHDRAWN), "withdrawn");
    count(said, n.count(State.TERMS), Words.of("texts.under-other-terms-now"));
    count(said, n.count(State.AT_RISK), Words.of("texts.at-risk"));
    if (n.until() != null) {
      said.add(Words.of("texts.subscription-until", n.until()));
    }
    for (Map.Entry<String, BigDecimal> e : n.costs().total().entrySet()) {
      said.add("paid " + e.getValue().toPlainString() + " " + e.getKey());
    }
    said.add(
        n.source().feed() == null
            ? Words.of("texts.no-feed")
            : n.asked() == null ? Words.of("texts.never-asked") : "asked " + n.asked());
    return n.source().name() + ": " + String.join(", ", said);
  }

  private static void count(List<String> said, long n, String what) {
    if (n > 0) {
      said.add(n + " " + what);
    }
  }

  /** What is to be said of a pack, in a line. */
  static String line(PackNews p) {
    List<String> said = new ArrayList<>();
    for (State s : p.states()) {
      said.add(
          switch (s) {
            case LOST -> Words.of("texts.lost", p.lost().size(), p.lost().getFirst().path());
            case NOT_HERE -> Words.of("texts.owned-not-shelf");
            case NEWER ->
                p.newest()
                    .map(v -> Words.of("texts.instead", v.version(), p.here(), note(v.notes())))
                    .orElse("newer");
            case WITHDRAWN -> Words.of("texts.withdrawn-by-source", p.item().withdrawn());
            case TERMS ->
                Words.of(
                    "texts.terms-now-were",
                    p.newest().map(v -> v.licence().id()).orElse("?"),
                    p.licence());
            case AT_RISK -> Words.of("texts.subscription-until", p.until());
            case OTHER_EDITION ->
                Words.of(
                    "texts.also-had-at",
                    String.join(
                        ", ",
                        p.offered().stream().filter(r -> !p.resolutions().contains(r)).toList()));
          });
    }
    return p.source() + ": " + p.name() + ": " + String.join("; ", said);
  }

  private static String note(String notes) {
    return notes == null || notes.isBlank()
        ? ""
        : " (" + notes.lines().findFirst().orElse("") + ")";
  }
}
