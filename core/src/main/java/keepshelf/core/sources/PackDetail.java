package keepshelf.core.sources;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.sources.feed.Feed;
import keepshelf.core.versions.Delivered;
import keepshelf.core.versions.PackChanges;
import keepshelf.core.versions.VersionHistory;
import org.jspecify.annotations.Nullable;

/**
 * What hangs on a pack, and what the source's newest version of it would change.
 *
 * @param changes between the files on the shelf and those that the source says its nearest edition
 *     holds; null when it does not say
 * @param files how many files that edition holds
 * @param hosts where its items are installed
 * @param projects that use its items
 * @param finishes its items have
 * @param bought the day it was bought, or null
 * @param licenceThen the licence that held then, or null
 */
public record PackDetail(
    @Nullable PackChanges changes,
    int files,
    List<String> hosts,
    List<String> projects,
    List<String> finishes,
    @Nullable String bought,
    @Nullable String licenceThen) {
  /** Of what is said of a pack. */
  static PackDetail of(PackNews news, Catalogue catalogue) {
    Set<String> items = new HashSet<>();
    Set<String> projects = new TreeSet<>(String.CASE_INSENSITIVE_ORDER);
    Set<String> finishes = new TreeSet<>(String.CASE_INSENSITIVE_ORDER);
    PackRecord newest = null;
    for (String id : news.packs()) {
      PackRecord p = catalogue.pack(id).orElse(null);
      if (p == null) {
        continue;
      }
      newest = newest == null ? p : newest;
      p.items().forEach(i -> items.add(i.id()));
      for (var i : p.items()) {
        projects.addAll(i.marks().projects());
        i.marks().finishes().stream().map(Finish::name).forEach(finishes::add);
      }
    }
    Set<String> hosts = new TreeSet<>(String.CASE_INSENSITIVE_ORDER);
    for (InstallationRecord i : catalogue.installations()) {
      if (items.contains(i.item())) {
        hosts.add(i.host());
      }
    }
    Feed.Edition there = news.newest().flatMap(v -> news.usual(v, null)).orElse(null);
    List<Feed.Held> holds = new ArrayList<>();
    if (there != null) {
      there.files().forEach(f -> holds.addAll(f.holds()));
    }
    String bought = news.owned() == null ? null : news.owned().date();
    return new PackDetail(
        newest == null || holds.isEmpty() ? null : between(holds, newest),
        holds.size(),
        List.copyOf(hosts),
        List.copyOf(projects),
        List.copyOf(finishes),
        bought,
        then(news, newest, bought));
  }

  private static PackChanges between(List<Feed.Held> now, PackRecord before) {
    return PackChanges.between(
        now.stream().map(h -> new Delivered(h.path(), h.sha256())).toList(),
        VersionHistory.delivered(before));
  }

  private static @Nullable String then(
      PackNews news, @Nullable PackRecord pack, @Nullable String bought) {
    if (news.owned() != null && news.owned().licence() != null) {
      return news.owned().licence();
    }
    if (pack == null) {
      return null;
    }
    ShelvedItem.PackSummary s = pack.summary();
    return bought == null ? s.licence() : s.licenceOn(bought);
  }
}
