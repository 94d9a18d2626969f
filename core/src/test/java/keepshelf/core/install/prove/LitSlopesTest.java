package keepshelf.core.install.prove;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import keepshelf.core.Shelf;
import keepshelf.core.SmallShelf;
import keepshelf.core.TestPacks;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.catalogue.setup.InstallationRecord.ProvedInput;
import keepshelf.core.install.plan.InstallPlan;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Relief is told by light: what looks as the original passes, what looks otherwise does not. */
class LitSlopesTest {
  private static final int SIDE = 128;
  private static final int PLACES = 32;
  private static final float STRENGTH = 10;

  @TempDir Path dir;
  private Shelf shelf;

  @BeforeEach
  void open() throws Exception {
    shelf = Shelf.open(dir.resolve("shelf"));
    Map<String, byte[]> scales = new LinkedHashMap<>();
    scales.put("fish_scales_basecolor.png", TestPacks.png(TestPacks.colour(SIDE, 1)));
    scales.put("fish_scales_normal_gl.png", TestPacks.png(TestPacks.normal(SIDE, 2, true)));
    SmallShelf.file(shelf, dir.resolve("scales.zip"), scales);
    Map<String, byte[]> plain = new LinkedHashMap<>();
    plain.put("plain_sheet_basecolor.png", TestPacks.png(TestPacks.colour(SIDE, 1)));
    SmallShelf.file(shelf, dir.resolve("plain.zip"), plain);
  }

  @AfterEach
  void close() {
    shelf.close();
  }

  private InstallPlan plan(String key, String host, Finish finish) throws Exception {
    HostRecord h = new HostRecord(host, host, dir.resolve(host).toString());
    shelf.installer().addHost(h);
    return shelf
        .installer()
        .plan(shelf.item(key), h, InstallOptions.NONE.finished(finish).tile(1.0));
  }

  /** Slopes of the field itself, by central differences, from the lower left. */
  private static double[] slopes(double factor, boolean right, boolean up) {
    float[] h = TestPacks.field(SIDE, 2);
    double[] out = new double[2 * PLACES * PLACES];
    int block = SIDE / PLACES;
    for (int j = 0; j < PLACES; j++) {
      for (int i = 0; i < PLACES; i++) {
        double x = 0;
        double y = 0;
        for (int b = 0; b < block * block; b++) {
          int u = i * block + b % block;
          int v = SIDE - 1 - (j * block + b / block);
          x += at(h, u + 1, v) - at(h, u - 1, v);
          y += at(h, u, v - 1) - at(h, u, v + 1);
        }
        double by = factor * STRENGTH / 2 / (block * block);
        out[2 * (j * PLACES + i)] = (right ? 1 : -1) * x * by;
        out[2 * (j * PLACES + i) + 1] = (up ? 1 : -1) * y * by;
      }
    }
    return out;
  }

  private static float at(float[] h, int u, int v) {
    return h[Math.floorMod(v, SIDE) * SIDE + Math.floorMod(u, SIDE)];
  }

  private ProvedInput judged(InstallPlan plan, double[] found) throws Exception {
    return LitSlopes.compare(plan, 0, new HostReader.Relief("normals", found)).orElseThrow();
  }

  @Test
  void theSameReliefLooksTheSame() throws Exception {
    ProvedInput p = judged(plan("fish_scales", "lanternhouse", null), slopes(1, true, true));
    assertThat(p.equal()).as(p.toString()).isTrue();
    assertThat(p.input()).isEqualTo("relief under light");
  }

  @Test
  void domesThatBecameDentsAreFound() throws Exception {
    InstallPlan plan = plan("fish_scales", "lanternhouse", null);
    assertThat(judged(plan, slopes(1, true, false)).equal()).isFalse();
    assertThat(judged(plan, slopes(1, false, true)).equal()).isFalse();
    assertThat(judged(plan, slopes(1, false, false)).equal()).isFalse();
  }

  @Test
  void reliefThatIsTooFlatOrTooStrongIsFound() throws Exception {
    InstallPlan plan = plan("fish_scales", "lanternhouse", null);
    assertThat(judged(plan, slopes(0.3, true, true)).equal()).isFalse();
    assertThat(judged(plan, slopes(0, true, true)).equal()).isFalse();
    assertThat(judged(plan, slopes(3, true, true)).equal()).isFalse();
  }

  @Test
  void reliefOfAnotherMapIsFound() throws Exception {
    InstallPlan plan = plan("fish_scales", "lanternhouse", null);
    double[] s = slopes(1, true, true);
    double[] moved = new double[s.length];
    for (int i = 0; i < s.length; i++) {
      moved[(i + PLACES) % s.length] = s[i];
    }
    assertThat(judged(plan, moved).equal()).isFalse();
  }

  @Test
  void aFinishThatFlattensIsExpectedToBeSeen() throws Exception {
    Finish half =
        new Finish("half", null, null, null, null, null, 0.5, null, null, null, null, null);
    InstallPlan plan = plan("fish_scales", "lanternhouse", half);
    assertThat(judged(plan, slopes(0.5, true, true)).equal()).isTrue();
    assertThat(judged(plan, slopes(1, true, true)).equal()).isFalse();
  }

  @Test
  void aTurnedSurfaceHasTurnedSlopes() throws Exception {
    Finish turned =
        new Finish("turned", null, 90.0, null, null, null, null, null, null, null, null, null);
    InstallPlan plan = plan("fish_scales", "lanternhouse", turned);
    double[] s = slopes(1, true, true);
    double[] quarter = new double[s.length];
    for (int j = 0; j < PLACES; j++) {
      for (int i = 0; i < PLACES; i++) {
        // Counter-clockwise: what lay to the right lies above.
        int from = 2 * ((PLACES - 1 - i) * PLACES + j);
        int to = 2 * (j * PLACES + i);
        quarter[to] = -s[from + 1];
        quarter[to + 1] = s[from];
      }
    }
    assertThat(judged(plan, quarter).equal()).isTrue();
    assertThat(judged(plan, s).equal()).isFalse();
  }

  @Test
  void aReaderThatFoundNothingDoesNotPass() throws Exception {
    InstallPlan plan = plan("fish_scales", "lanternhouse", null);
    assertThat(LitSlopes.compare(plan, 0, null).orElseThrow().equal()).isFalse();
    assertThat(judged(plan, new double[0]).equal()).isFalse();
    assertThat(judged(plan, new double[0]).found()).isEqualTo("nothing");
  }

  @Test
  void whatHasNoReliefIsNotAsked() throws Exception {
    assertThat(LitSlopes.compare(plan("plain_sheet", "lanternhouse", null), 0, null)).isEmpty();
  }

  @Test
  void heightWorkedOutOfNormalsIsJudgedMoreMildly() throws Exception {
    // Stored height a metre, as a reader of bump finds it.
    InstallPlan plan = plan("fish_scales", "draughtroom", null);
    double[] stored = slopes(1 / plan.reliefMetres(), true, true);
    HostReader.Relief found = new HostReader.Relief("heights", stored);
    ProvedInput p = LitSlopes.compare(plan, 0, found).orElseThrow();
    assertThat(p.equal()).as(p.toString()).isTrue();
    HostReader.Relief dents =
        new HostReader.Relief("heights", slopes(1 / plan.reliefMetres(), false, false));
    assertThat(LitSlopes.compare(plan, 0, dents).orElseThrow().equal()).isFalse();
  }
}
