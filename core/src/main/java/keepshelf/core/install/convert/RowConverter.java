package keepshelf.core.install.convert;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.finish.Finishing;
import keepshelf.core.format.SurfaceDocument.Use;
import keepshelf.core.install.measure.NormalStates;
import keepshelf.core.install.plan.Conversion;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.install.plan.PlannedMap;
import keepshelf.core.install.plan.PlannedMap.Part;
import keepshelf.core.install.profile.HostProfile;
import keepshelf.core.model.Channels;
import keepshelf.core.model.MapRole;
import keepshelf.imaging.convert.Resize;
import keepshelf.imaging.convert.Vectors;
import keepshelf.imaging.pixel.Rows;
import keepshelf.imaging.rows.RowReader;
import keepshelf.imaging.rows.RowSteps;
import keepshelf.imaging.rows.RowWriter;
import org.jspecify.annotations.Nullable;

/** Converts very large maps row by row, where each row can be made without the others. */
public final class RowConverter {
  /** Pixels above which a map is not held whole. */
  private static final long LARGE = 100_000_000;

  private final PlannedMap map;
  private final HostProfile profile;
  private final @Nullable Finish finish;
  private final double turnDegrees;

  private RowConverter(PlannedMap map, InstallPlan plan) {
    this.map = map;
    this.profile = plan.profile();
    this.finish = plan.options().finish();
    this.turnDegrees = plan.placement().turnDegrees();
  }

  /** Whether {@code m} is so large that it is better done by rows, and can be. */
  public static boolean fits(PlannedMap m) {
    return m.parts().stream().anyMatch(RowConverter::large) && canBe(m);
  }

  /** Whether {@code m} can be made row by row, however large it is. */
  static boolean canBe(PlannedMap m) {
    boolean sizes =
        m.parts().stream()
            .allMatch(p -> p.source().width() >= m.width() && p.source().height() >= m.height());
    boolean alpha = m.parts().stream().anyMatch(p -> "a".equals(p.to()));
    return sizes
        && !alpha
        && m.width() > 0
        && m.conversions().stream().allMatch(Conversion::byRows)
        && (m.format().equals("png") || m.format().equals("tiff"));
  }

  /** Whether a map is so large that it is not to be held whole when that can be avoided. */
  static boolean large(Part p) {
    return (long) p.source().width() * p.source().height() > LARGE;
  }

  static void write(PlannedMap m, InstallPlan plan, Path to) throws IOException {
    Rows rows = new RowConverter(m, plan).rows();
    if (m.format().equals("tiff")) {
      RowWriter.tiff(rows, to);
    } else {
      RowWriter.png(rows, to, MapConverter.EFFORT);
    }
  }

  /** Mean of each channel of what is written, 0..1. */
  public static double[] means(PlannedMap m, InstallPlan plan) throws IOException {
    try (Rows rows = new RowConverter(m, plan).rows()) {
      int n = rows.channels();
      double[] sum = new double[n];
      float[] row = new float[rows.width() * n];
      for (int y = 0; y < rows.height(); y++) {
        rows.next(row);
        for (int i = 0; i < row.length; i++) {
          sum[i % n] += row[i];
        }
      }
      for (int c = 0; c < n; c++) {
        sum[c] /= (double) rows.width() * rows.height();
      }
      return sum;
    }
  }

  private Rows rows() throws IOException {
    Rows all =
        map.after().contains(Conversion.PACK)
            ? packed()
            : RowSteps.shrink(
                shaped(part(map.parts().getFirst())), map.width(), map.height(), holds());
    if (map.after().contains(Conversion.NORMAL_VARIANCE)) {
      all = roughened(all);
    }
    return profile.maxBits() == 8
        ? RowSteps.bytes(all)
        : MapConverter.keepsBytes(map) ? RowSteps.rounded(all) : all;
  }

  private Rows roughened(Rows in) throws IOException {
    int channel = 0;
    for (Part x : map.parts()) {
      if (x.to() != null && (x.role() == MapRole.ROUGHNESS || x.role() == MapRole.GLOSS)) {
        channel = Channels.index(x.to());
      }
    }
    Rows normals =
        finished(MapRole.NORMAL, RowReader.open(map.neededHelper(MapRole.NORMAL).from()));
    return RowSteps.raised(
        in,
        channel,
        map.role() == MapRole.GLOSS,
        RowSteps.lengths(normals, map.width(), map.height()));
  }

  private Resize.Holds holds() {
    return switch (map.use()) {
      case COLOUR -> Resize.Holds.COLOUR;
      case NORMAL -> Resize.Holds.NORMALS;
      default -> Resize.Holds.DATA;
    };
  }

  private Rows part(Part p) throws IOException {
    Rows in = RowReader.open(p.from());
    for (Conversion step : p.steps()) {
      in =
          switch (step) {
            case UNPACK -> RowSteps.channels(in, Channels.index(p.channel()));
            case MEND_NORMAL ->
                RowSteps.changed(
                    coloured(in), Vectors.mended(NormalStates.of(p.source(), p.from())));
            case TURN_VECTORS ->
                RowSteps.changed(
                    coloured(in), Vectors.turned(turnDegrees, !profile.handedness().equals("dx")));
            case FINISH -> finished(p.role(), in);
            case CUT_OUT -> RowSteps.changed(in, Finishing.cut(finish).orElseThrow());
            case BRIGHTEN -> RowSteps.changed(coloured(in), Finishing.glow(finish).orElseThrow());
            case FLIP_GREEN -> RowSteps.invert(coloured(in), 1);
            case GLOSS_TO_ROUGHNESS, ROUGHNESS_TO_GLOSS ->
                RowSteps.invert(RowSteps.channels(in, 0), -1);
            default -> throw new IllegalStateException(step.id());
          };
    }
    return in;
  }

  private Rows finished(MapRole role, Rows in) {
    return Finishing.of(finish, role)
        .map(change -> RowSteps.changed(role.colour() ? coloured(in) : in, change))
        .orElse(in);
  }

  private static Rows coloured(Rows in) {
    return in.channels() == 3
        ? in
        : in.channels() > 3 ? RowSteps.channels(in, 0, 1, 2) : RowSteps.channels(in, 0, 0, 0);
  }

  private Rows shaped(Rows in) {
    boolean three = map.use() == Use.COLOUR || map.use() == Use.NORMAL || map.use() == Use.PACKED;
    if (three) {
      return coloured(in);
    }
    return in.channels() == 1 ? in : RowSteps.channels(in, 0);
  }

  private Rows packed() throws IOException {
    HostProfile.Packing packing = profile.packing(map.input());
    List<String> letters = List.of("r", "g", "b");
    List<Rows> parts = new ArrayList<>();
    double[] fills = new double[letters.size()];
    for (int c = 0; c < fills.length; c++) {
      HostProfile.Packing.Channel channel = packing.channels().get(letters.get(c));
      fills[c] = channel == null ? 0 : channel.fill();
      Rows found = null;
      for (Part p : map.parts()) {
        if (letters.get(c).equals(p.to())) {
          found =
              RowSteps.shrink(
                  RowSteps.channels(part(p), 0), map.width(), map.height(), Resize.Holds.DATA);
        }
      }
      parts.add(found);
    }
    return RowSteps.pack(parts, fills);
  }
}
