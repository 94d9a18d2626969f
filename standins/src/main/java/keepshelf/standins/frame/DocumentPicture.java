package keepshelf.standins.frame;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import keepshelf.imaging.light.Light;
import keepshelf.imaging.panorama.EnvironmentPreview;
import keepshelf.imaging.render.BallPreview;
import keepshelf.imaging.render.Mesh;
import keepshelf.imaging.render.ModelPreview;
import keepshelf.imaging.render.Surface;
import keepshelf.standins.frame.ReadDocument.ReadLight;
import keepshelf.standins.frame.ReadDocument.ReadShape;
import keepshelf.standins.frame.ReadSurface.Input;
import keepshelf.standins.frame.ReadSurface.Meaning;
import keepshelf.standins.frame.ReadSurface.Placement;

/** A test picture of a document, from what was read of it. */
public final class DocumentPicture {
  /** Of a ball of half a metre that much is seen from the left to the right, laid flat. */
  private static final double BALL_METRES = 0.8;

  private static final double SHAPE_METRES = 2;
  private static final int MOST_TILES = 8;

  private DocumentPicture() {}

  /**
   * ARGB, {@code side} pixels a side: a surface on a ball, shapes with their surfaces, or a light.
   *
   * @throws IOException when a picture that it needs cannot be decoded
   */
  public static int[] render(ReadDocument d, int side, Pictures pictures) throws IOException {
    for (ReadLight l : d.lights()) {
      if (l.picture() != null) {
        return EnvironmentPreview.render(pictures.of(l.picture()), side);
      }
    }
    if (d.surfaces().isEmpty()) {
      throw new IOException("there is nothing to show");
    }
    if (d.shapes().size() == 1 && d.shapes().getFirst().name().equals("Sky")) {
      Input sky = d.surfaces().getFirst().meaning(Meaning.COLOUR);
      Path file = sky == null ? null : sky.file();
      if (file != null) {
        return EnvironmentPreview.render(pictures.of(file), side);
      }
    }
    boolean sample =
        d.shapes().isEmpty() || d.shapes().stream().anyMatch(s -> s.name().equals("Ball"));
    return sample ? ball(d.surfaces().getFirst(), side, pictures) : shapes(d, side, pictures);
  }

  private static int[] ball(ReadSurface s, int side, Pictures pictures) throws IOException {
    Placement p = s.placement() == null ? Placement.WHOLE : s.placement();
    int tiles = tiles(s, BALL_METRES);
    return BallPreview.render(
        Evaluation.of(s, pictures, tiles),
        BallPreview.Settings.card(side, p.tile() * tiles).pattern(p.turn()));
  }

  /** How many tiles a side are seen, where one is not as the other. */
  private static int tiles(ReadSurface s, double metres) {
    if (s.hexagons() == null || s.hexagons() == 0 || s.placement() == null) {
      return 1;
    }
    double smaller = Math.min(s.placement().tile(), s.placement().tileHeight());
    return Math.clamp((long) Math.ceil(metres / smaller), 2, MOST_TILES);
  }

  private static int[] shapes(ReadDocument d, int side, Pictures pictures) throws IOException {
    List<Surface> surfaces = new ArrayList<>();
    for (ReadSurface s : d.surfaces()) {
      surfaces.add(Evaluation.of(s, pictures, tiles(s, SHAPE_METRES)));
    }
    int corners = d.shapes().stream().mapToInt(s -> s.triangles().length).sum();
    Mesh mesh =
        new Mesh(
            new float[corners * 3],
            new float[corners * 3],
            new float[corners * 2],
            new int[corners / 3]);
    int at = 0;
    for (ReadShape s : d.shapes()) {
      Placement p = s.surface() < 0 ? null : d.surfaces().get(s.surface()).placement();
      Placement laid = p == null ? Placement.WHOLE : p;
      int tiles = s.surface() < 0 ? 1 : tiles(d.surfaces().get(s.surface()), SHAPE_METRES);
      for (int v : s.triangles()) {
        System.arraycopy(s.positions(), 3 * v, mesh.positions(), 3 * at, 3);
        System.arraycopy(s.normals(), 3 * v, mesh.normals(), 3 * at, 3);
        double[] t = laid.at(s.uvs()[2 * v], s.uvs()[2 * v + 1]);
        mesh.uvs()[2 * at] = (float) t[0] / tiles;
        mesh.uvs()[2 * at + 1] = (float) t[1] / tiles;
        mesh.slots()[at / 3] = Math.max(0, s.surface());
        at++;
      }
    }
    return ModelPreview.render(mesh, surfaces, side, 2, Light.LAMP_ROOM_WINDOW, 0);
  }
}
