package keepshelf.core.sources;

import java.util.HashMap;
import java.util.Map;
import keepshelf.core.folder.ComputerList;

/**
 * How often feeds may be asked without being told to, by their addresses. A person says so on this
 * computer; no shelf can.
 */
public final class Schedule {
  private static final ComputerList FEEDS = new ComputerList("asked-feeds");

  private Schedule() {}

  /** Every how many days feeds are asked, by their addresses; those never asked are left out. */
  static Map<String, Integer> all() {
    Map<String, Integer> out = new HashMap<>();
    for (String line : FEEDS.all()) {
      String[] said = line.split(" ", 2);
      if (said.length == 2 && said[0].matches("[1-9]\\d{0,3}")) {
        out.put(said[1], Integer.parseInt(said[0]));
      }
    }
    return out;
  }

  /** Every how many days a feed is asked; 0 for never. */
  public static int days(String feed) {
    return feed == null ? 0 : all().getOrDefault(feed, 0);
  }

  /** Lets a feed be asked every so many days; 0 for never. */
  public static void put(String feed, int days) {
    FEEDS.all().stream().filter(l -> l.endsWith(" " + feed)).forEach(FEEDS::remove);
    if (days > 0) {
      FEEDS.add(days + " " + feed);
    }
  }
}
