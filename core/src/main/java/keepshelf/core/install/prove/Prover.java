package keepshelf.core.install.prove;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.catalogue.setup.InstallationRecord.Proof;
import keepshelf.core.catalogue.setup.InstallationRecord.ProvedInput;
import keepshelf.core.catalogue.setup.Setup;
import keepshelf.core.format.Placement;
import keepshelf.core.format.SurfaceDocument.Use;
import keepshelf.core.install.document.HostDocuments;
import keepshelf.core.install.document.SceneMaker;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.install.plan.PlannedMap;
import keepshelf.core.words.Words;

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
   */
  public static Proof prove(InstallPlan plan, Path document) {
    if (plan.profile().reader() == null) {
      return nothing(plan, Words.of("prover.host-has-no-reader-what"));
    }
    HostReader.Reading r;
    List<String> scene = List.of();
    Meant meant = Meant.of(plan);
    try {
      Map<String, Path> charts = Charts.of(plan);
      r = HostReader.readBack(plan.profile().reader(), document, charts);
      if (mistaken(plan, r)) {
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
   * Whether something that was converted has become, to the last bit, what another map of the plan
   * is: then it was taken for a copy of that, and all have to be decoded.
   */
  private static boolean mistaken(InstallPlan plan, HostReader.Reading r) {
    Set<String> copies = new HashSet<>();
    for (PlannedMap m : plan.maps()) {
      if (Charts.stands(plan, m)) {
        copies.add(Path.of(HostDocuments.tileName(m)).getFileName().toString());
      }
    }
    return r.inputs().stream()
        .filter(i -> i.sha256() != null)
        .anyMatch(i -> !copies.contains(Path.of(i.file()).getFileName().toString()));
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
      placement("", plan, reading.placement());
    }
    for (int i = 0; i < plan.parts().size(); i++) {
      String name = names.get(i);
      if (!plan.of(i).isEmpty()) {
        placement(prefix(i), plan.ofSurface(i), reading.placements().get(name));
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

  private HostReader.Relief found(int surface) {
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
    if (found != null && found.sha256() != null) {
      compared.add(copy(m, input, as, found));
      return;
    }
    ExpectedMap meant;
    try {
      meant = this.meant.map(m, as);
    } catch (IOException e) {
      compared.add(
          new ProvedInput(
              input,
              Words.of("prover.original-shelf"),
              Words.of("prover.original-cannot-read", e.getMessage()),
              false));
      return;
    }
    String relative = relative(m);
    Double scale = scale(m, as);
    String mean = mean(meant.mean());
    String expected = words(relative, as, meant.width(), meant.height(), mean, scale);
    if (found == null || found.file() == null) {
      compared.add(new ProvedInput(input, expected, "nothing", false));
      return;
    }
    double[] has = found.mean().stream().mapToDouble(Double::doubleValue).toArray();
    String at = place(found.file(), relative);
    double[] shown = new double[meant.mean().length];
    for (int c = 0; c < shown.length; c++) {
      shown[c] = c < has.length ? has[c] : Double.NaN;
    }
    String foundWords =
        words(
            at,
            use(found),
            found.width(),
            found.height(),
            mean(shown),
            scale == null ? null : found.value());
    boolean equal =
        at.equals(relative)
            && use(found) == as
            && found.width() == meant.width()
            && found.height() == meant.height()
            && meant.agrees(has)
            && sameScale(scale, found);
    compared.add(new ProvedInput(input, expected, foundWords, equal));
  }

  /** A picture of which the reader told the contents, as it is one that was to be copied. */
  private ProvedInput copy(PlannedMap m, String input, Use as, HostReader.Input found) {
    MapRecord original = m.source();
    String relative = relative(m);
    String at = place(found.file(), relative);
    Double scale = scale(m, as);
    boolean same = m.copied() && found.sha256().equals(original.sha256());
    String own = Words.of("prover.contents-of-original");
    String expected = words(relative, as, original.width(), original.height(), own, scale);
    String foundWords =
        words(
            at,
            use(found),
            found.width(),
            found.height(),
            same ? own : Words.of("prover.other-contents"),
            scale == null ? null : found.value());
    boolean equal =
        same
            && at.equals(relative)
            && use(found) == as
            && found.width() == original.width()
            && found.height() == original.height()
            && sameScale(scale, found);
    return new ProvedInput(input, expected, foundWords, equal);
  }

  private String relative(PlannedMap m) {
    return plan.profile().files().textures() + "/" + HostDocuments.tileName(m);
  }

  private static boolean sameScale(Double scale, HostReader.Input found) {
    return scale == null
        || (found.value() != null
            && Math.abs(found.value() - scale) <= 1e-5 * Math.max(1, Math.abs(scale)));
  }

  /** Where a reader found a picture, relative to the document or to what it unpacked. */
  private String place(String file, String expected) {
    if (reading.base() != null && file.startsWith(reading.base()) && isGlb()) {
      // A package of this kind knows its pictures by their names only.
      String name = Path.of(file).getFileName().toString();
      return expected.endsWith("/" + name) ? expected : name;
    }
    Path base = reading.base() == null ? document.getParent() : Path.of(reading.base());
    return base.relativize(Path.of(file)).toString().replace('\\', '/');
  }

  private boolean isGlb() {
    return document.toString().endsWith(".glb");
  }

  private Double scale(PlannedMap m, Use use) {
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

  private String words(String file, Use use, int w, int h, String contents, Double scale) {
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

  private void placement(String prefix, InstallPlan of, Map<String, Object> placement) {
    Placement meant = of.placement();
    String expected = words(meant, of.brokenUp());
    String found;
    boolean equal = false;
    if (placement == null || placement.isEmpty()) {
      found = Words.of("prover.no-shared-placement");
    } else {
      Placement has =
          new Placement(
              number(placement.get("tile")),
              number(placement.get("tileHeight")),
              number(placement.get("turn")),
              number(placement.get("offsetU")),
              number(placement.get("offsetV")));
      double shifted = placement.get("hexagons") instanceof Number n ? n.doubleValue() : 0;
      found = words(has, shifted > 0);
      equal = same(meant, has) && shifted == (of.brokenUp() ? 1 : 0);
    }
    compared.add(new ProvedInput(prefix + "placement", expected, found, equal));
  }

  /** Whether pictures that repeat lie alike: shifts by whole tiles and whole turns are nothing. */
  private static boolean same(Placement meant, Placement has) {
    double[] a = meant.texture(0, 0);
    double[] b = has.texture(0, 0);
    double turn = Math.abs(Math.IEEEremainder(meant.turnDegrees() - has.turnDegrees(), 360));
    return Math.abs(has.tileMetres() - meant.tileMetres()) < 1e-4 * meant.tileMetres()
        && Math.abs(has.tileHeightMetres() - meant.tileHeightMetres())
            < 1e-4 * meant.tileHeightMetres()
        && turn < 1e-3
        && Math.abs(Math.IEEEremainder(a[0] - b[0], 1)) < 1e-3
        && Math.abs(Math.IEEEremainder(a[1] - b[1], 1)) < 1e-3;
  }

  private static String words(Placement p, boolean hexagons) {
    double tile = p.tileMetres();
    double height = p.tileHeightMetres();
    return Words.of(
        "prover.tile-turn-offset-one-for",
        tile,
        Math.abs(height - tile) < 1e-4 * tile ? "" : String.format(Locale.ROOT, " × %.4f", height),
        p.turnDegrees(),
        p.right(),
        p.up(),
        hexagons ? "in hexagons, " : "");
  }

  private static double number(Object o) {
    return o instanceof Number n ? n.doubleValue() : Double.NaN;
  }
}
