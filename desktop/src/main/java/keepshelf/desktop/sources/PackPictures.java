package keepshelf.desktop.sources;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import javafx.scene.layout.Region;
import keepshelf.core.Shelf;
import keepshelf.core.preview.Previews;
import keepshelf.core.preview.Previews.Picture;
import keepshelf.core.sources.PackNews;
import keepshelf.desktop.shelf.CardPictures;
import keepshelf.desktop.work.Pictures;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageInfo;
import keepshelf.imaging.io.ImageProbe;
import keepshelf.imaging.pixel.Pixels;

/** Pictures of packs: of an item on the shelf, or what the source shows. */
final class PackPictures {
  private static final double LARGE = 130;

  /** What a source sends as a picture may be anything; more pixels are no preview. */
  private static final long MOST_PIXELS = 4096L * 4096;

  private final SourcesModel model;
  private final Pictures pictures;
  private final CardPictures cards;

  PackPictures(SourcesModel model, Shelf shelf, Pictures pictures) {
    this.model = model;
    this.pictures = pictures;
    this.cards = new CardPictures(shelf, pictures);
  }

  /** What stands in the list: the item on the shelf, else what the source shows. */
  Optional<ObservableValue<Picture>> of(PackNews p) {
    return here(p).or(() -> there(p));
  }

  /** The first item of the newest version on the shelf. */
  Optional<ObservableValue<Picture>> here(PackNews p) {
    return p.packs().stream()
        .flatMap(pack -> model.first(pack).stream())
        .findFirst()
        .map(c -> cards.of(c, Previews.Lit.USUAL, LARGE));
  }

  /** What the source shows of its newest version, when it was fetched with the news. */
  Optional<ObservableValue<Picture>> there(PackNews p) {
    return p.newest()
        .flatMap(model::preview)
        .map(f -> pictures.get("source|" + f.getFileName(), () -> read(f)));
  }

  /** What was fetched and is not filed yet, under the light of the cards. */
  ObservableValue<Picture> fetched(Beside.Opened o) {
    Double tile = o.ours() == null ? null : o.ours().tileMetres();
    return pictures.get(
        "fetched|" + o.fetch().id(), () -> Previews.of(o.item(), tile, (int) (2 * LARGE), null));
  }

  /** The middle square of a picture. */
  private static Picture read(Path file) throws IOException {
    ImageInfo info = ImageProbe.probe(file).orElseThrow(() -> new IOException("no picture"));
    if ((long) info.width() * info.height() > MOST_PIXELS) {
      throw new IOException("too large for a preview");
    }
    Pixels p = ImageDecoder.decode(file);
    int side = Math.min(p.width(), p.height());
    int left = (p.width() - side) / 2;
    int top = (p.height() - side) / 2;
    int[] argb = new int[side * side];
    for (int y = 0; y < side; y++) {
      for (int x = 0; x < side; x++) {
        int v = 0xFF;
        for (int c = 0; c < 3; c++) {
          float f = p.value(left + x, top + y, p.channels() < 3 ? 0 : c);
          v = v << 8 | Math.clamp(Math.round(f * 255), 0, 255);
        }
        argb[y * side + x] = v;
      }
    }
    return new Picture(side, argb);
  }

  /** The outline of what is not here. */
  static Node none(double side) {
    Region r = new Region();
    r.getStyleClass().add("outline");
    r.setMinSize(side, side);
    r.setPrefSize(side, side);
    r.setMaxSize(side, side);
    return r;
  }
}
