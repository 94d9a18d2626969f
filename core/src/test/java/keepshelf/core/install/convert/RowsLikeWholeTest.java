package keepshelf.core.install.convert;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;

import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import keepshelf.core.Shelf;
import keepshelf.core.SmallShelf;
import keepshelf.core.TestPacks;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.disk.Progress;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.install.plan.PlannedMap;
import keepshelf.core.intake.Filing;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A map that is made row by row is the map that is made whole, whatever is done to it. */
class RowsLikeWholeTest {
  private static final List<String> HOSTS =
      List.of("lanternhouse", "proscenia", "quickfoot", "kilnwork", "draughtroom", "plain-gltf");

  private static final Finish.Colour DULL = new Finish.Colour(20, 0.6, 1.1, 1.2, null, false);

  @TempDir Path dir;
  private Shelf shelf;

  @BeforeEach
  void fill() throws Exception {
    shelf = Shelf.open(dir.resolve("shelf"));
    Path zip = TestPacks.zip(dir.resolve("kelp.zip"), TestPacks.kelpSet());
    shelf.file(shelf.read(zip.toString(), Progress.NONE), Filing.Wishes.NONE, Progress.NONE);
    Map<String, byte[]> brass = new LinkedHashMap<>();
    brass.put("brass_basecolor.png", TestPacks.png(TestPacks.colour(128, 3)));
    brass.put("brass_roughness.png", TestPacks.png(TestPacks.grey(128, 4)));
    brass.put("brass_metallic.png", TestPacks.png(TestPacks.grey(128, 5)));
    brass.put("brass_ao.png", TestPacks.png(TestPacks.grey(128, 6)));
    brass.put("brass_normal_dx.png", TestPacks.png(TestPacks.normal(128, 3, false)));
    brass.put("brass_height.png", TestPacks.png(TestPacks.grey16(128, 7)));
    SmallShelf.file(shelf, dir.resolve("brass.zip"), brass);
  }

  @AfterEach
  void close() {
    shelf.close();
  }

  @Test
  void everyMapOfEveryHost() throws Exception {
    List<InstallOptions> options =
        List.of(
            InstallOptions.NONE,
            InstallOptions.NONE.finished(
                new Finish(
                    "worn",
                    null,
                    null,
                    null,
                    null,
                    null,
                    1.5,
                    Finish.Range.of(0.3, 0.9),
                    DULL,
                    null,
                    null,
                    null)),
            InstallOptions.NONE.finished(
                new Finish(
                    "turned", null, 90.0, null, null, null, null, null, null, null, null, null)));
    Set<String> seen = new TreeSet<>();
    int compared = 0;
    for (String host : HOSTS) {
      HostRecord record = new HostRecord(host, host, dir.resolve(host).toString());
      shelf.installer().addHost(record);
      for (ShelvedItem item : shelf.catalogue().items()) {
        for (InstallOptions o : options) {
          InstallPlan plan = shelf.installer().plan(item, record, o);
          for (PlannedMap m : plan.maps()) {
            if (byRows(m)) {
              same(m, plan);
              seen.addAll(m.conversionIds());
              compared++;
            }
          }
        }
      }
    }
    assertThat(compared).isGreaterThan(40);
    assertThat(seen).contains("flip-green", "gloss-to-roughness", "pack", "finish", "format");
  }

  private static boolean byRows(PlannedMap m) {
    return !m.copied() && !m.conversions().isEmpty() && RowConverter.canBe(m);
  }

  private void same(PlannedMap m, InstallPlan plan) throws Exception {
    Path to = dir.resolve("rows." + m.format());
    String what = plan.host().name() + " " + m.file() + " " + m.conversions();
    assertThatCode(() -> RowConverter.write(m, plan, to)).as(what).doesNotThrowAnyException();
    Pixels rows = ImageDecoder.decode(to);
    Pixels whole = MapConverter.converted(m, plan);
    assertThat(rows.width()).as(what).isEqualTo(whole.width());
    assertThat(rows.height()).as(what).isEqualTo(whole.height());
    assertThat(rows.channels()).as(what).isEqualTo(whole.channels());
    double most = 0;
    for (int i = 0; i < rows.sampleCount(); i++) {
      most = Math.max(most, Math.abs(rows.at(i) - whole.at(i)));
    }
    // Both may round; neither may be off by more than one level of eight bits.
    assertThat(most).as(what).isLessThan(1.01 / 255);
  }
}
