package keepshelf.core.install.document;

import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.catalogue.setup.Setup;
import keepshelf.core.format.EnsembleObject;
import keepshelf.core.format.Light;
import keepshelf.core.format.Placement;
import keepshelf.core.format.Scene;
import keepshelf.core.format.Shape;
import keepshelf.core.format.Shapes;
import keepshelf.core.format.SurfaceDocument;
import keepshelf.core.format.SurfaceDocument.Covering;
import keepshelf.core.format.SurfaceDocument.Opacity;
import keepshelf.core.format.SurfaceDocument.Texture;
import keepshelf.core.format.SurfaceDocument.Use;
import keepshelf.core.format.SurfaceDocument.Value;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.install.plan.PlannedMap;
import keepshelf.core.model.MapRole;
import keepshelf.core.recognise.model.ModelReader;
import keepshelf.core.words.Words;
import keepshelf.imaging.convert.HeightMaps;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.render.Mesh;

/** What a plan says, as the scenes that are written. */
public final class SceneMaker {
  private static final int FLOOR_STEPS = 256;

  /** A relief floor is so many tiles wide. */
  private static final int FLOOR_TILES = 2;

  private static final double SKY_METRES = 500;
  private static final Light.Panel PANEL = new Light.Panel(1.2, 1.8, 1.0, 0.8, 12);

  private final InstallPlan plan;

  /** The maker of the scenes of one plan. */
  public SceneMaker(InstallPlan plan) {
    this.plan = plan;
  }

  private boolean inside() {
    return plan.profile().shapes().equals("inside");
  }

  /**
   * The main document's scene.
   *
   * @throws IOException when a model or a height map cannot be read
   */
  public Scene main() throws IOException {
    return switch (plan.as()) {
      case SURFACE -> {
        SurfaceDocument d = surface(0);
        yield scene(
            List.of(d),
            inside() ? List.of(Shapes.ball(), Shapes.floor(1)) : List.of(),
            List.of(),
            false);
      }
      case PLANE -> {
        Shape plane =
            Shapes.upright(plan.item().item().name(), plan.tileMetres(), plan.tileHeightMetres());
        yield scene(List.of(surface(0)), List.of(plane), List.of(), false);
      }
      case RELIEF_FLOOR -> scene(List.of(surface(0)), List.of(floor()), List.of(), false);
      case LIGHT -> light();
      case MODEL -> model();
      case ENSEMBLE -> scene(surfaces(), object(), List.of(), false);
    };
  }

  /** A ball and a floor under a panel, with a camera; only for surfaces. */
  Scene test() {
    List<SurfaceDocument> surfaces = new ArrayList<>(List.of(surface(0)));
    List<Shape> shapes = new ArrayList<>(List.of(Shapes.ball(), Shapes.floor(2)));
    if (!plan.profile().document().panels()) {
      // Where a format has no such light a shining surface takes its place.
      surfaces.add(shining());
      shapes.add(Shapes.panel(PANEL.at(), PANEL.target(), PANEL.side()).of(1));
    }
    return scene(surfaces, shapes, List.of(PANEL), true);
  }

  private Scene scene(
      List<SurfaceDocument> surfaces, List<Shape> shapes, List<Light> lights, boolean camera) {
    return new Scene(
        plan.item().item().name(),
        surfaces,
        shapes,
        lights,
        camera,
        plan.profile().unitsPerMetre(),
        plan.profile().upAxis().equals("z"));
  }

  private SurfaceDocument shining() {
    List<Value> values =
        plan.profile().document().shining(plan.profile().surface(), PANEL.strength());
    return new SurfaceDocument(
        "Panel",
        plan.profile().surface(),
        List.of(),
        Placement.WHOLE,
        0,
        0.5,
        values,
        plan.profile().unitsPerMetre(),
        Opacity.OPAQUE,
        Covering.TILED);
  }

  /** Two tiles a side: flat for hosts that displace, else with the relief in its corners. */
  private Shape floor() throws IOException {
    double w = plan.tileMetres() * FLOOR_TILES;
    double d = plan.tileHeightMetres() * FLOOR_TILES;
    boolean displaces = plan.maps().stream().anyMatch(m -> m.use() == Use.DISPLACEMENT);
    Shape floor = Shapes.grid("Relief floor", w, d, FLOOR_STEPS, displaces ? null : heights());
    boolean mapped = plan.maps().stream().anyMatch(m -> m.use() == Use.NORMAL);
    return displaces || !mapped ? floor : flatlyShaded(floor);
  }

  /** The normal map holds all of the relief: corners that lean as well would count it twice. */
  private static Shape flatlyShaded(Shape s) {
    float[] up = new float[s.normals().length];
    for (int i = 1; i < up.length; i += 3) {
      up[i] = 1;
    }
    return new Shape(s.name(), s.surface(), s.positions(), up, s.uvs(), s.triangles());
  }

  private float[] heights() throws IOException {
    if (plan.heights() == null) {
      throw new IOException(Words.of("sceneMaker.has-no-height-map"));
    }
    Pixels p = levelled(ImageDecoder.decode(plan.heights()));
    float[] plane = p.luma();
    int row = FLOOR_STEPS + 1;
    float[] out = new float[row * row];
    for (int z = 0; z < row; z++) {
      for (int x = 0; x < row; x++) {
        // The grid's texture coordinates fall from its first row on.
        double[] t =
            plan.placement()
                .texture(
                    (double) x / FLOOR_STEPS * FLOOR_TILES * plan.tileMetres(),
                    -(double) z / FLOOR_STEPS * FLOOR_TILES * plan.tileHeightMetres());
        double u = t[0] * p.width() - 0.5;
        double v = (1 - t[1]) * p.height() - 0.5;
        out[z * row + x] =
            (float)
                ((between(plane, p.width(), p.height(), u, v) - plan.reliefMiddle())
                    * plan.reliefMetres());
      }
    }
    return out;
  }

  /** Floats of any range as shares of it, as the host's pictures have them. */
  private static Pixels levelled(Pixels p) {
    if (p.depth() != Depth.F32) {
      return p;
    }
    float low = Float.MAX_VALUE;
    float high = -Float.MAX_VALUE;
    for (float v : p.plane(0)) {
      if (Float.isFinite(v)) {
        low = Math.min(low, v);
        high = Math.max(high, v);
      }
    }
    return HeightMaps.levelled(p, low, high);
  }

  /** The tiling plane at a place between its samples. */
  private static double between(float[] plane, int w, int h, double u, double v) {
    int x = (int) Math.floor(u);
    int y = (int) Math.floor(v);
    double a = u - x;
    double b = v - y;
    double top = at(plane, w, h, x, y) * (1 - a) + at(plane, w, h, x + 1, y) * a;
    double low = at(plane, w, h, x, y + 1) * (1 - a) + at(plane, w, h, x + 1, y + 1) * a;
    return top * (1 - b) + low * b;
  }

  private static float at(float[] plane, int w, int h, int x, int y) {
    return plane[Math.floorMod(y, h) * w + Math.floorMod(x, w)];
  }

  private Scene light() {
    PlannedMap m = plan.maps().getFirst();
    String file = HostDocuments.file(plan, m);
    InstallOptions o = plan.options();
    if (m.use() == Use.PANORAMA) {
      Light dome = new Light.Dome(file, o.turnDegrees(), o.brightness());
      return scene(List.of(), List.of(), List.of(dome), false);
    }
    SurfaceDocument sky =
        new SurfaceDocument(
            "Sky",
            "unlit",
            List.of(new Texture(m.input(), Use.COLOUR, file)),
            Placement.WHOLE,
            0,
            0.5,
            List.of(),
            plan.profile().unitsPerMetre(),
            Opacity.OPAQUE,
            Covering.TILED);
    Shape ball = turned(Shapes.sky(SKY_METRES), o.turnDegrees());
    return scene(
        List.of(sky),
        List.of(ball),
        plan.light() == null ? List.of() : List.of(plan.light()),
        false);
  }

  /** A shape turned about the vertical, counter-clockwise from above. */
  private static Shape turned(Shape s, double degrees) {
    double c = Math.cos(Math.toRadians(degrees));
    double n = Math.sin(Math.toRadians(degrees));
    float[] p = s.positions().clone();
    float[] v = s.normals().clone();
    for (float[] all : List.of(p, v)) {
      for (int i = 0; i < all.length; i += 3) {
        float x = all[i];
        float z = all[i + 2];
        all[i] = (float) (c * x + n * z);
        all[i + 2] = (float) (c * z - n * x);
      }
    }
    return new Shape(s.name(), s.surface(), p, v, s.uvs(), s.triangles());
  }

  private Scene model() throws IOException {
    Mesh mesh = ModelReader.mesh(Objects.requireNonNull(plan.model()));
    double unit = plan.options().metresPerUnit() == null ? 1 : plan.options().metresPerUnit();
    float[] positions = mesh.positions().clone();
    for (int i = 0; i < positions.length; i++) {
      positions[i] *= (float) unit;
    }
    List<SurfaceDocument> surfaces = new ArrayList<>();
    List<Shape> shapes = new ArrayList<>();
    for (int i = 0; i < plan.surfaces().size(); i++) {
      surfaces.add(surface(i));
      Shape s =
          Shapes.ofModel(
              plan.surfaces().get(i), i, positions, mesh.normals(), mesh.uvs(), mesh.slots());
      if (s.triangles().length > 0) {
        shapes.add(s);
      }
    }
    return scene(surfaces, shapes, List.of(), false);
  }

  /** What the parts of an ensemble are on; nothing where the host has no shapes. */
  private List<Shape> object() {
    return plan.profile().shapes().equals("none") ? List.of() : EnsembleObject.of(plan.surfaces());
  }

  /** Names of the surfaces as the documents have them. */
  public List<String> identifiers() {
    return scene(surfaces(), List.of(), List.of(), false).identifiers();
  }

  /** The surfaces of the plan, in its order. */
  public List<SurfaceDocument> surfaces() {
    List<SurfaceDocument> all = new ArrayList<>();
    for (int i = 0; i < plan.surfaces().size(); i++) {
      all.add(surface(i));
    }
    return all;
  }

  /** A surface of the plan, whatever format it is written in. */
  SurfaceDocument surface(int number) {
    Set<Texture> textures = new LinkedHashSet<>();
    for (PlannedMap m : plan.of(number)) {
      String file = HostDocuments.file(plan, m);
      textures.add(new Texture(m.input(), m.use(), file));
      m.also().forEach(i -> textures.add(new Texture(i, Use.GREY, file)));
    }
    InstallPlan of = plan.ofSurface(number);
    return new SurfaceDocument(
        plan.named(plan.surfaces().get(number)),
        plan.profile().surface(),
        List.copyOf(textures),
        of.as() == Setup.PLANE ? Placement.WHOLE : of.placement(),
        of.reliefMetres() * plan.profile().unitsPerMetre(),
        of.reliefMiddle(),
        Inputs.of(plan.profile(), textures, of.opacity(), of.options().finish()),
        plan.profile().unitsPerMetre(),
        cutOut(number) ? of.opacity() : Opacity.OPAQUE,
        covering(of));
  }

  private static Covering covering(InstallPlan of) {
    if (of.as() != Setup.SURFACE) {
      return Covering.TILED;
    }
    boolean sides = of.profile().projection().equals("triplanar");
    return sides ? Covering.TRIPLANAR : of.brokenUp() ? Covering.HEX_TILED : Covering.TILED;
  }

  private boolean cutOut(int number) {
    return !plan.profile().opacity().equals("leave-out")
        && plan.of(number).stream()
            .flatMap(m -> m.parts().stream())
            .anyMatch(p -> p.role() == MapRole.OPACITY || p.alphaIsOpacity());
  }
}
