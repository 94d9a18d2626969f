package keepshelf.core.install.prove;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.UnaryOperator;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.catalogue.setup.InstallationRecord.Proof;
import keepshelf.core.catalogue.setup.InstallationRecord.ProvedInput;
import keepshelf.core.catalogue.setup.Setup;
import keepshelf.core.format.SurfaceDocument.Use;
import keepshelf.core.install.document.HostDocuments;
import keepshelf.core.install.document.SceneMaker;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.install.plan.PlannedMap;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * Compares what an independent reader finds in an installation with what the shelf meant. Expected
 * means are worked out from the originals on the shelf and the arithmetic of each conversion, not
 * from the files that were written.
 */
public final class Prover {
  private final InstallPlan plan;
  private final Path document;
  private final HostReader.Reading reading;
  private final Meant meant;
  private final List<String> names;
  private final List<ProvedInput> compared = new ArrayList<>();

  private Prover(InstallPlan plan, Path document, HostReader.Reading reading, Meant meant) {
    this.plan = plan;
    this.document = document;
    this.reading = reading;
    this.meant = meant;
    this.names = new SceneMaker(plan).identifiers();
  }

  /** Somebody installed something else in that place, or removed it, before it was read back. */
  public static Proof overtaken(InstallPlan plan, InstallationRecord installed) {
    return nothing(
        plan,
        Words.of(
            "prover.installed-anew-or-removed-by",
            installed.document(),
            plan.item().item().name()));
  }

  private static Proof nothing(InstallPlan plan, String why) {
    return new Proof(false, plan.profile().name(), List.of(), List.of(why));
  }

  /**
   * Reads {@code document} back with the host's own reader and compares it with {@code plan}: what
   * was converted by the means of its pixels, what was copied by its contents.
   *
   * @param sound tells of hashes of originals those that were decoded whole once, as they have a
   *     fingerprint; copies of others are decoded
   */
  public static Proof prove(InstallPlan plan, Path document, UnaryOperator<Set<String>> sound) {
    if (plan.profile().reader() == null) {
      return nothing(plan, Words.of("prover.host-has-no-reader-what"));
    }
    HostReader.Reading r;
    List<String> scene = List.of();
    Copies copies = new Copies(plan, sound);
    Meant meant = Meant.of(plan, copies);
    try {
      Map<String, Path> charts = copies.charts();
      r = HostReader.readBack(plan.profile().reader(), document, charts);
      if (copies.mistaken(r)) {
        charts = Map.of();
        r = HostReader.readBack(plan.profile().reader(), document, charts);
      }
      Path test = document.resolveSibling(plan.profile().documentName(HostDocuments.TEST));
      if (plan.options().testScene() && Files.exists(test)) {
        scene = HostReader.readBack(plan.profile().reader(), test, charts).complaints();
      }
    } catch (IOException | RuntimeException e) {
      return nothing(plan, Words.of("prover.could-not-read-back", e.getMessage()));
    }
    return new Prover(plan, document, r, meant).compare(scene);
  }

  /**
   * Compares everything.
   *
   * @param scene what the reader would not accept of the test scene
   */
  private Proof compare(List<String> scene) {
    Set<String> seen = new HashSet<>();
    for (PlannedMap m : plan.maps()) {
      String own = prefix(m.surface()) + m.input();
      if (seen.add(own)) {
        compare(m, own, m.use());
      }
      for (String also : m.also()) {
        if (seen.add(prefix(m.surface()) + also)) {
          compare(m, prefix(m.surface()) + also, Use.GREY);
        }
      }
    }
    for (HostReader.Input i : reading.inputs()) {
      if (i.file() != null && !seen.contains(i.input())) {
        compared.add(new ProvedInput(i.input(), "nothing", i.file(), false));
      }
    }
    if ((plan.as() == Setup.SURFACE || plan.as() == Setup.RELIEF_FLOOR) && !plan.maps().isEmpty()) {
      compared.add(ProvedPlacement.of("", plan, reading.placement()));
    }
    for (int i = 0; i < plan.parts().size(); i++) {
      String name = names.get(i);
      if (!plan.of(i).isEmpty()) {
        compared.add(
            ProvedPlacement.of(prefix(i), plan.ofSurface(i), reading.placements().get(name)));
      }
    }
    relief();
    compared.addAll(ProvedValues.of(plan, reading));
    try {
      ExpectedFacts.of(plan).forEach(this::fact);
    } catch (IOException e) {
      compared.add(
          new ProvedInput(
              "shapes",
              Words.of("prover.those-shelf"),
              Words.of("prover.not-read", e.getMessage()),
              false));
    }
    boolean ok = reading.complaints().isEmpty() && compared.stream().allMatch(ProvedInput::equal);
    return new Proof(ok, reading.reader(), compared, reading.complaints());
  }

  private void relief() {
    if (plan.as() == Setup.LIGHT) {
      return;
    }
    meant.awaitSlopes();
    for (int i = 0; i < names.size(); i++) {
      String prefix = prefix(i);
      try {
        LitSlopes.compare(plan.ofSurface(i), i, found(i))
            .map(p -> new ProvedInput(prefix + p.input(), p.expected(), p.found(), p.equal()))
            .ifPresent(compared::add);
      } catch (IOException e) {
        compared.add(
            new ProvedInput(
                Words.of("prover.relief-under-light", prefix),
                Words.of("prover.original-shelf"),
                Words.of("prover.original-cannot-read", e.getMessage()),
                false));
      }
    }
  }

  private HostReader.@Nullable Relief found(int surface) {
    HostReader.Relief named = reading.relief().get(names.get(surface));
    return named == null && names.size() == 1 && reading.relief().size() == 1
        ? reading.relief().values().iterator().next()
        : named;
  }

  /** Of several surfaces each input goes by the surface's name too. */
  private String prefix(int surface) {
    return plan.surfaces().size() < 2 ? "" : names.get(surface) + "/";
  }

  private void fact(String name, double meant) {
    Double found = reading.facts().get(name);
    boolean equal = found != null && Math.abs(found - meant) <= 2e-3 * Math.max(1, Math.abs(meant));
    compared.add(
        new ProvedInput(name, shown(meant), found == null ? "nothing" : shown(found), equal));
  }

  private static String shown(double v) {
    return v == Math.rint(v) && Math.abs(v) < 1e9
        ? Long.toString((long) v)
        : String.format(Locale.ROOT, "%.3f", v);
  }

  private void compare(PlannedMap m, String input, Use as) {
    HostReader.Input found =
        reading.inputs().stream().filter(i -> i.input().equals(input)).findFirst().orElse(null);
    Contents contents;
    try {
      contents = found != null && found.sha256() != null ? copied(m, found) : pixels(m, as, found);
    } catch (IOException e) {
      compared.add(
          new ProvedInput(
              input,
              Words.of("prover.original-shelf"),
              Words.of("prover.original-cannot-read", e.getMessage()),
              false));
      return;
    }
    String relative = plan.profile().files().textures() + "/" + HostDocuments.tileName(m);
    Double scale = scale(m, as);
    String expected =
        words(relative, as, contents.width(), contents.height(), contents.meant(), scale);
    if (found == null || found.file() == null) {
      compared.add(new ProvedInput(input, expected, "nothing", false));
      return;
    }
    String at = place(found.file(), relative);
    String foundWords =
        words(
            at,
            use(found),
            found.width(),
            found.height(),
            contents.found(),
            scale == null ? null : found.value());
    boolean sameScale =
        scale == null
            || (found.value() != null
                && Math.abs(found.value() - scale) <= 1e-5 * Math.max(1, Math.abs(scale)));
    boolean equal =
        at.equals(relative)
            && use(found) == as
            && found.width() == contents.width()
            && found.height() == contents.height()
            && contents.same()
            && sameScale;
    compared.add(new ProvedInput(input, expected, foundWords, equal));
  }

  /** What a picture should hold and what it holds, in words, and its size as it should be. */
  private record Contents(int width, int height, String meant, String found, boolean same) {}

  /** Of a picture of which the reader told the hash, as it is that of a copy. */
  private static Contents copied(PlannedMap m, HostReader.Input found) {
    MapRecord original = m.source();
    boolean same = m.copied() && found.sha256().equals(original.sha256());
    String own = Words.of("prover.contents-of-original");
    String has = same ? own : Words.of("prover.other-contents");
    return new Contents(original.width(), original.height(), own, has, same);
  }

  /** Of a picture that the reader has decoded, or has not found. */
  private Contents pixels(PlannedMap m, Use as, HostReader.@Nullable Input found)
      throws IOException {
    ExpectedMap of = meant.map(m, as);
    double[] has =
        found == null
            ? new double[0]
            : found.mean().stream().mapToDouble(Double::doubleValue).toArray();
    double[] shown = new double[of.mean().length];
    for (int c = 0; c < shown.length; c++) {
      shown[c] = c < has.length ? has[c] : Double.NaN;
    }
    return new Contents(of.width(), of.height(), mean(of.mean()), mean(shown), of.agrees(has));
  }

  /** Where a reader found a picture, relative to the document or to what it unpacked. */
  private String place(String file, String expected) {
    if (reading.base() != null && file.startsWith(reading.base()) && isGlb()) {
      // A package of this kind knows its pictures by their names only.
      String name = Path.of(file).getFileName().toString();
      return expected.endsWith("/" + name) ? expected : name;
    }
    Path base = reading.base() == null ? document.getParent() : Path.of(reading.base());
    return Objects.requireNonNull(base).relativize(Path.of(file)).toString().replace('\\', '/');
  }

  private boolean isGlb() {
    return document.toString().endsWith(".glb");
  }

  private @Nullable Double scale(PlannedMap m, Use use) {
    return switch (use) {
      case DISPLACEMENT, BUMP -> plan.of(m).reliefMetres() * plan.profile().unitsPerMetre();
      case PANORAMA -> plan.options().brightness();
      default -> null;
    };
  }

  private static Use use(HostReader.Input i) {
    String through = i.through() == null ? "" : i.through();
    return switch (through) {
      case "normalmap" -> Use.NORMAL;
      case "displacement" -> Use.DISPLACEMENT;
      case "bump" -> Use.BUMP;
      case "packed" -> Use.PACKED;
      case "convert" -> Use.GREY_AS_COLOUR;
      case "panorama" -> Use.PANORAMA;
      default -> i.colourspace() == null ? Use.GREY : Use.COLOUR;
    };
  }

  private static String mean(double[] of) {
    StringBuilder b = new StringBuilder("mean");
    for (double v : of) {
      b.append(String.format(Locale.ROOT, " %.3f", v));
    }
    return b.toString();
  }

  private String words(
      String file, Use use, int w, int h, String contents, @Nullable Double scale) {
    String as =
        switch (use) {
          case COLOUR -> "sRGB colour";
          case NORMAL -> Words.of("prover.vectors-through-normal-map");
          case PACKED -> Words.of("prover.grey-data-each-channel");
          case PANORAMA ->
              Words.of(
                  "prover.light-from-all-around",
                  String.format(Locale.ROOT, "%.2f", scale == null ? Double.NaN : scale));
          case DISPLACEMENT, BUMP ->
              Words.of(
                  "prover.bump-scale",
                  use == Use.BUMP ? 1 : 0,
                  String.format(Locale.ROOT, "%.4f", scale == null ? Double.NaN : scale),
                  plan.profile().unit());
          case GREY_AS_COLOUR -> Words.of("prover.grey-data-colour");
          case GREY -> Words.of("prover.grey-data");
        };
    return file + " · " + as + " · " + w + " × " + h + " · " + contents;
  }
}
