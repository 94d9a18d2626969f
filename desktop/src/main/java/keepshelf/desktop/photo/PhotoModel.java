package keepshelf.desktop.photo;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.Arrays;
import java.util.Deque;
import java.util.List;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.making.DerivedLicence;
import keepshelf.core.making.Making;
import keepshelf.core.making.PhotoMaking;
import keepshelf.core.measure.MeasuredLine;
import keepshelf.core.preview.Previews;
import keepshelf.core.preview.SurfaceMaker;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.Newest;
import keepshelf.desktop.work.WorkList;
import keepshelf.imaging.convert.Maps;
import keepshelf.imaging.convert.Resize;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.light.Light;
import keepshelf.imaging.photo.Straightened;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.render.BallPreview;

/** A photograph of which a material is being made, and what follows from how it is cut. */
public final class PhotoModel implements AutoCloseable {
  /** Pixels of the longer side of the copy that is looked at. */
  private static final int LOOKED_AT = 1100;

  private static final int BALL = 320;
  private static final int MOST_STEPS = 200;

  /** Share of the picture that is left outside at first. */
  private static final double MARGIN = 0.08;

  /**
   * How the photograph is cut; all places are shares of the picture, 0..1.
   *
   * @param name of the new material
   * @param corners x and y of the upper left, upper right, lower right, lower left corner
   * @param line x and y of both ends of a line whose length is known
   * @param length of the line as it was typed
   * @param sheet whether it is kept whole
   */
  public record Cut(String name, double[] corners, double[] line, String length, boolean sheet) {
    /** Copies the places. */
    public Cut {
      corners = corners.clone();
      line = line.clone();
    }

    Cut named(String other) {
      return new Cut(other, corners, line, length, sheet);
    }

    Cut measured(String other) {
      return new Cut(name, corners, line, other, sheet);
    }

    Cut whole(boolean is) {
      return new Cut(name, corners, line, length, is);
    }

    @Override
    public boolean equals(Object o) {
      return o instanceof Cut c
          && name.equals(c.name)
          && Arrays.equals(corners, c.corners)
          && Arrays.equals(line, c.line)
          && length.equals(c.length)
          && sheet == c.sheet;
    }

    @Override
    public int hashCode() {
      return Arrays.hashCode(corners) + 31 * Arrays.hashCode(line);
    }
  }

  /**
   * What came of it.
   *
   * @param of the cut that it shows
   * @param tile the tile from above, or null when it cannot be cut so
   * @param ball it on a ball, or null
   * @param widthMetres of the tile
   * @param heightMetres of the tile
   * @param trouble why it cannot be, or null
   */
  public record Shown(
      Cut of,
      Pixels tile,
      Previews.Picture ball,
      double widthMetres,
      double heightMetres,
      String trouble) {}

  private final Shelf shelf;
  private final WorkList work;
  private final Consumer<Making.Made> made;
  private final ReadOnlyObjectWrapper<Cut> cut = new ReadOnlyObjectWrapper<>();
  private final ReadOnlyObjectWrapper<Pixels> photo = new ReadOnlyObjectWrapper<>();
  private final ReadOnlyObjectWrapper<Shown> shown = new ReadOnlyObjectWrapper<>();
  private final Deque<Cut> before = new ArrayDeque<>();
  private final Newest<Cut> newest = new Newest<>("keepshelf-photo");
  private Path file;
  private String licence;

  /** Why nothing may be made of it, or null. */
  private String forbidden;

  private int width;
  private int height;
  private boolean dragging;

  /**
   * On {@code shelf}.
   *
   * @param made is called on the interface thread with what was put on the shelf
   */
  public PhotoModel(Shelf shelf, WorkList work, Consumer<Making.Made> made) {
    this.shelf = shelf;
    this.work = work;
    this.made = made;
  }

  /** How it is cut, or null before the first time. */
  public ReadOnlyObjectProperty<Cut> cutProperty() {
    return cut.getReadOnlyProperty();
  }

  /** The photograph as it is looked at, or null while it is read. */
  public ReadOnlyObjectProperty<Pixels> photoProperty() {
    return photo.getReadOnlyProperty();
  }

  /** What came of it, of this cut or of one a moment ago. */
  public ReadOnlyObjectProperty<Shown> shownProperty() {
    return shown.getReadOnlyProperty();
  }

  /** Begins with the picture of an item. */
  public void begin(ShelvedItem item) {
    Path picture =
        shelf.folder().resolve(item.path(item.item().seen().orElse(item.item().maps().getFirst())));
    file = picture;
    licence = item.pack().licence();
    forbidden =
        DerivedLicence.of(List.of(item), shelf.licences()).said().stream()
            .filter(p -> p.severity() == Problem.Severity.ERROR)
            .map(Problem::message)
            .findFirst()
            .orElse(null);
    before.clear();
    photo.set(null);
    shown.set(null);
    double far = 1 - MARGIN;
    cut.set(
        new Cut(
            item.item().name(),
            new double[] {MARGIN, MARGIN, far, MARGIN, far, far, MARGIN, far},
            new double[] {0.2, 0.8, 0.8, 0.8},
            "1 m",
            false));
    newest.first(() -> read(picture));
  }

  private void read(Path picture) {
    try {
      Pixels p = Maps.withoutAlpha(Maps.encoded(ImageDecoder.decode(picture)));
      double share = Math.min(1, LOOKED_AT / (double) Math.max(p.width(), p.height()));
      Pixels small =
          Resize.to(
              p,
              Math.max(8, (int) Math.round(p.width() * share)),
              Math.max(8, (int) Math.round(p.height() * share)),
              Resize.Holds.COLOUR);
      work.ui(() -> {
        if (picture.equals(file)) {
          width = p.width();
          height = p.height();
          photo.set(small);
          want();
        }
      });
    } catch (IOException | RuntimeException | OutOfMemoryError e) {
      String why = String.valueOf(e.getMessage());
      work.ui(() -> shown.set(new Shown(cut.get(), null, null, 0, 0, Words.of("photo.no", why))));
    }
  }

  /** Changes the cut; all of one drag is taken back as one change. */
  void change(UnaryOperator<Cut> how) {
    Cut next = how.apply(cut.get());
    if (next.equals(cut.get())) {
      return;
    }
    if (!dragging) {
      before.push(cut.get());
      while (before.size() > MOST_STEPS) {
        before.removeLast();
      }
    }
    cut.set(next);
    want();
  }

  /** A handle is taken, or let go. */
  void drag(boolean is) {
    if (is && !dragging) {
      before.push(cut.get());
    }
    dragging = is;
  }

  /**
   * Puts a handle somewhere.
   *
   * @param handle 0 to 3 for the corners, 4 and 5 for the ends of the line
   * @param x share of the picture from the left
   * @param y share of the picture from the top
   */
  public void put(int handle, double x, double y) {
    change(c -> {
      double[] corners = c.corners().clone();
      double[] line = c.line().clone();
      double[] of = handle < 4 ? corners : line;
      int at = 2 * (handle < 4 ? handle : handle - 4);
      of[at] = Math.clamp(x, 0, 1);
      of[at + 1] = Math.clamp(y, 0, 1);
      return new Cut(c.name(), corners, line, c.length(), c.sheet());
    });
  }

  /** Another name. */
  public void name(String name) {
    change(c -> c.named(name));
  }

  /** The length of the line, as it is typed. */
  public void length(String text) {
    change(c -> c.measured(text));
  }

  /** Kept whole, or made to tile. */
  public void sheet(boolean is) {
    change(c -> c.whole(is));
  }

  /** Takes the last change back. */
  public void undo() {
    if (!before.isEmpty()) {
      cut.set(before.pop());
      want();
    }
  }

  private void want() {
    Cut c = cut.get();
    Pixels p = photo.get();
    if (p != null) {
      newest.want(c, x -> draw(x, p));
    }
  }

  private PhotoMaking.Wish wish(Cut c, int w, int h) {
    double[] corners = scaled(c.corners(), w, h);
    double[] line = scaled(c.line(), w, h);
    double metres = MeasuredLine.typed(c.length());
    double widths = Straightened.widths(corners, line);
    if (!(widths > 0.01)) {
      throw new IllegalArgumentException(Words.of("photo.short"));
    }
    return new PhotoMaking.Wish(file, corners, metres / widths, c.sheet(), c.name(), licence);
  }

  private static double[] scaled(double[] shares, int w, int h) {
    double[] out = new double[shares.length];
    for (int i = 0; i < out.length; i++) {
      out[i] = shares[i] * (i % 2 == 0 ? w : h);
    }
    return out;
  }

  private void draw(Cut c, Pixels p) {
    Shown s;
    try {
      if (forbidden != null) {
        throw new IllegalArgumentException(forbidden);
      }
      PhotoMaking.Tile t = PhotoMaking.tile(wish(c, p.width(), p.height()), p);
      double metres = t.widthMetres();
      Previews.Picture ball =
          new Previews.Picture(
              BALL,
              BallPreview.render(
                  SurfaceMaker.of(t.maps()),
                  new BallPreview.Settings(BALL, Light.LAMP_ROOM_WINDOW, metres, 2, 0, 0)));
      double high = metres * t.pixels().height() / t.pixels().width();
      s = new Shown(c, t.pixels(), ball, metres, high, null);
    } catch (ShelfException e) {
      s = new Shown(c, null, null, 0, 0, e.problem().message());
    } catch (IllegalArgumentException e) {
      s = new Shown(c, null, null, 0, 0, e.getMessage());
    } catch (OutOfMemoryError e) {
      s = new Shown(c, null, null, 0, 0, Words.of("photo.no", e.getMessage()));
    }
    Shown done = s;
    work.ui(() -> {
      if (newest.is(c)) {
        shown.set(done);
      }
    });
  }

  /** Makes it at full size in the background and puts it on the shelf. */
  public void make() {
    Shown s = shown.get();
    if (s == null || s.trouble() != null || s.of() != cut.get()) {
      return;
    }
    PhotoMaking.Wish wish = wish(s.of(), width, height);
    work.start(
        Words.of("make.job", s.of().name()),
        job -> {
          job.report(s.of().name(), -1);
          Making.Made m = shelf.making().photos().make(wish);
          work.ui(() -> {
            work.problems().addAll(m.problems());
            made.accept(m);
          });
        });
  }

  @Override
  public void close() {
    newest.close();
  }
}
