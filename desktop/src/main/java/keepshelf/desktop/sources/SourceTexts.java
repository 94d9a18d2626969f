package keepshelf.desktop.sources;

import java.math.BigDecimal;
import java.text.NumberFormat;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.time.format.FormatStyle;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import keepshelf.core.sources.PackNews;
import keepshelf.core.sources.PackNews.State;
import keepshelf.core.sources.SourceNews;
import keepshelf.core.sources.feed.Feed;
import keepshelf.core.sources.owned.Costs;
import keepshelf.desktop.words.Words;

/** What the place says, in words and numbers of the person's own habits. */
final class SourceTexts {
  private static final int KILO = 1000;
  private static final int HOUR = 60;
  private static final int DAY = 24;

  private SourceTexts() {}

  /** "38 MB". */
  static String size(long bytes) {
    if (bytes < KILO * KILO) {
      return Words.of("sources.kb", Math.max(1, Math.round(bytes / (double) KILO)));
    }
    double mb = bytes / (double) (KILO * KILO);
    if (mb < KILO) {
      return Words.of("sources.mb", mb < 10 ? number(mb, 1) : number(mb, 0));
    }
    return Words.of("sources.gb", number(mb / KILO, 1));
  }

  private static String number(double v, int digits) {
    NumberFormat f = NumberFormat.getInstance();
    f.setMaximumFractionDigits(digits);
    return f.format(v);
  }

  /** A day of ISO 8601 as people write it. */
  static String day(String iso) {
    try {
      return DateTimeFormatter.ofLocalizedDate(FormatStyle.MEDIUM).format(LocalDate.parse(iso));
    } catch (DateTimeException e) {
      return iso;
    }
  }

  static boolean past(String iso) {
    try {
      return LocalDate.parse(iso).isBefore(LocalDate.now());
    } catch (DateTimeException e) {
      return false;
    }
  }

  /** "asked 4 minutes ago". */
  static String asked(String iso) {
    if (iso == null) {
      return Words.of("sources.asked.never");
    }
    try {
      long minutes = Duration.between(Instant.parse(iso), Instant.now()).toMinutes();
      if (minutes < 1) {
        return Words.of("sources.asked.now");
      }
      if (minutes < HOUR) {
        return Words.of("sources.asked.minutes", minutes);
      }
      return minutes < HOUR * DAY
          ? Words.of("sources.asked.hours", minutes / HOUR)
          : Words.of("sources.asked.days", minutes / HOUR / DAY);
    } catch (DateTimeException e) {
      return Words.of("sources.asked.never");
    }
  }

  /** What a source's line in the list says, and whether it is bad, wants attention, or neither. */
  static String line(SourceNews n) {
    List<String> out = new ArrayList<>();
    if (n.until() != null && past(n.until())) {
      out.add(Words.of("sources.ended", day(n.until())));
    }
    boolean free =
        !n.packs().isEmpty()
            && n.packs().stream()
                .allMatch(p -> p.item() != null && Boolean.TRUE.equals(p.item().free()));
    if (free) {
      out.add(Words.of("sources.free"));
    }
    out.add(Words.of("sources.packs", n.owned()));
    add(out, "sources.list.newer", n.count(State.NEWER));
    add(out, "sources.list.not", n.count(State.NOT_HERE));
    add(out, "sources.list.lost", n.count(State.LOST));
    if (n.asked() != null && n.news() == 0) {
      out.add(Words.of("sources.list.nothing"));
    } else if (n.source().feed() == null) {
      out.add(Words.of("sources.list.nofeed"));
    }
    return String.join(" · ", out);
  }

  private static void add(List<String> out, String key, long n) {
    if (n > 0) {
      out.add(Words.of(key, n));
    }
  }

  /** The line of a pack below its name. */
  static String versions(PackNews p) {
    if (!p.isHere()) {
      String bought = p.owned() == null ? null : p.owned().date();
      return bought != null
          ? Words.of("sources.bought.never", day(bought))
          : p.owned() != null || p.item() != null && p.item().owned() != null
              ? Words.of("sources.owned.never")
              : Words.of("sources.free.never");
    }
    String here = p.here() == null ? Words.of("sources.noversion") : p.here();
    return p.states().contains(State.NEWER)
        ? Words.of("sources.here.there", here, p.newest().orElseThrow().version())
        : here;
  }

  /** What is new of a pack, and how it is drawn. */
  static String news(PackNews p) {
    List<String> out = new ArrayList<>();
    for (State s : p.states()) {
      switch (s) {
        case LOST ->
            out.add(
                p.lost().size() == 1
                    ? Words.of("sources.news.lost.one")
                    : Words.of("sources.news.lost", p.lost().size()));
        case NOT_HERE -> out.add(Words.of("sources.news.not"));
        case NEWER -> {
          Feed.Version v = p.newest().orElseThrow();
          String note = v.notes() == null ? "" : v.notes().lines().findFirst().orElse("");
          out.add(
              note.isBlank()
                  ? Words.of("sources.news.newer", v.version())
                  : Words.of("sources.news.newer.note", v.version(), note));
        }
        case WITHDRAWN -> out.add(Words.of("sources.news.withdrawn", day(p.item().withdrawn())));
        case TERMS ->
            out.add(Words.of("sources.news.terms", p.newest().orElseThrow().licence().id()));
        case AT_RISK ->
            out.add(
                Words.of(
                    past(p.until()) ? "sources.news.ended" : "sources.news.ends", day(p.until())));
        case OTHER_EDITION -> {
          if (!p.states().contains(State.NEWER)) {
            List<String> more =
                p.offered().stream().filter(r -> !p.resolutions().contains(r)).toList();
            out.add(Words.of("sources.news.edition", String.join(", ", more)));
          }
        }
      }
    }
    if (out.isEmpty()) {
      return p.isHere()
          ? p.item() == null ? "" : Words.of("sources.news.current")
          : Words.of("sources.news.free");
    }
    return String.join(" · ", out);
  }

  static String style(PackNews p) {
    State s = p.states().stream().findFirst().orElse(State.OTHER_EDITION);
    return switch (s) {
      case LOST -> "bad";
      case NEWER -> "remark";
      case NOT_HERE, WITHDRAWN, TERMS -> "attention";
      case AT_RISK -> past(p.until()) ? "bad" : "attention";
      case OTHER_EDITION -> "second";
    };
  }

  /** "€ 84, 12 US$". */
  static String money(Map<String, BigDecimal> sums) {
    List<String> out = new ArrayList<>();
    sums.forEach((currency, sum) -> out.add(money(sum, currency)));
    return String.join(", ", out);
  }

  static String money(BigDecimal sum, String currency) {
    try {
      NumberFormat f = NumberFormat.getCurrencyInstance();
      f.setCurrency(Currency.getInstance(currency));
      if (sum.stripTrailingZeros().scale() <= 0) {
        f.setMaximumFractionDigits(0);
      }
      return f.format(sum);
    } catch (IllegalArgumentException e) {
      return currency.isEmpty()
          ? number(sum.doubleValue(), 2)
          : currency + " " + number(sum.doubleValue(), 2);
    }
  }

  /** What was paid each year, a line each. */
  static String years(Costs c) {
    List<String> out = new ArrayList<>();
    c.byYear()
        .forEach((year, sums) ->
            out.add(
                (year.isEmpty() ? Words.of("sources.year.unknown") : year) + ": " + money(sums)));
    return String.join("\n", out);
  }

  /** "2 min left". */
  static String left(double seconds) {
    if (seconds < 0) {
      return "";
    }
    long s = Math.round(seconds);
    return s < HOUR
        ? Words.of("sources.left.seconds", Math.max(1, s))
        : Words.of("sources.left.minutes", Math.round(s / (double) HOUR));
  }
}
