package keepshelf.core.sources.feed;

import java.net.URI;
import java.util.List;

/** Makes addresses that are relative to a page whole. */
final class Addresses {
  private Addresses() {}

  static Feed.Item whole(Feed.Item i, URI page) {
    return new Feed.Item(
        i.id(),
        i.name(),
        i.creator(),
        i.page(),
        i.owned(),
        i.free(),
        i.withdrawn(),
        i.versions().stream().map(v -> whole(v, page)).toList());
  }

  private static Feed.Version whole(Feed.Version v, URI page) {
    List<Feed.Edition> editions =
        v.editions().stream()
            .map(e ->
                new Feed.Edition(
                    e.name(), e.resolution(), e.files().stream().map(p -> whole(p, page)).toList()))
            .toList();
    return new Feed.Version(
        v.version(),
        v.date(),
        v.notes(),
        v.preview() == null ? null : whole(v.preview(), page),
        v.licence(),
        editions);
  }

  private static Feed.Part whole(Feed.Part p, URI page) {
    return new Feed.Part(page.resolve(p.path()).toString(), p.bytes(), p.sha256(), p.holds());
  }
}
