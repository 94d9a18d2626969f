package keepshelf.core.sources;

import keepshelf.core.folder.ComputerList;

/**
 * How often feeds may be asked without being told to, by their addresses. A person says so on this
 * computer; no shelf can.
 */
public final class Schedule {
  private static final ComputerList FEEDS = new ComputerList("asked-feeds");

  private Schedule() {}

  /** Every how many days a feed is asked; 0 for never. */
  public static int days(String feed) {
    for (String line : FEEDS.all()) {
      if (feed != null && line.endsWith(" " + feed)) {
        String days = line.substring(0, line.length() - feed.length() - 1);
        return days.matches("[1-9]\\d{0,3}") ? Integer.parseInt(days) : 0;
      }
    }
    return 0;
  }

  /** Lets a feed be asked every so many days; 0 for never. */
  public static void put(String feed, int days) {
    FEEDS.all().stream().filter(l -> l.endsWith(" " + feed)).forEach(FEEDS::remove);
    if (days > 0) {
      FEEDS.add(days + " " + feed);
    }
  }
}
