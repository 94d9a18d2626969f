package keepshelf.core.install.plan;

import java.nio.file.Path;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import keepshelf.core.PaperItem;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.catalogue.setup.InstallationRecord.LeftOut;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.install.measure.Adjusting;
import keepshelf.core.install.measure.MapSources;
import keepshelf.core.install.profile.HostProfile;
import keepshelf.core.model.MapRole;
import org.junit.jupiter.api.io.TempDir;

/** Plans of items of records alone, by the profile of a host. */
abstract class OnPaper {
  @TempDir Path dir;

  Planner planned(PaperItem paper, String host, Adjusting adjusting) {
    ShelvedItem item = paper.shelved();
    MapSources sources = new MapSources(item.item().maps(), item.item().kind());
    Planner p =
        new Planner(
            new ShelfFolder(dir),
            item,
            sources,
            HostProfile.find(host).orElseThrow(),
            0,
            item.item().key(),
            adjusting);
    p.plan();
    return p;
  }

  Planner planned(PaperItem paper, String host) {
    return planned(paper, host, Adjusting.NONE);
  }

  /** Input to what is done, in order: "base_color" to "copied". */
  static Map<String, String> done(Planner p) {
    return p.maps().stream()
        .collect(
            Collectors.toMap(
                PlannedMap::input,
                m -> m.copied() ? "copied" : String.join(" ", m.conversionIds()),
                (a, b) -> a + " | " + b,
                TreeMap::new));
  }

  static String reason(Planner p, MapRole role) {
    return p.leftOut().stream()
        .filter(l -> l.role() == role)
        .map(LeftOut::reason)
        .findFirst()
        .orElse(null);
  }

  static Finish doing(Finish.Maps maps) {
    return new Finish("aged", null, null, null, null, null, null, null, null, null, maps, null);
  }
}
