package keepshelf.desktop;

import java.io.IOException;
import java.nio.file.Path;
import javafx.scene.Node;
import javafx.scene.image.Image;
import javafx.scene.image.PixelFormat;
import javafx.scene.input.Clipboard;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.disk.DiskTrouble;
import keepshelf.core.disk.TempFolders;
import keepshelf.core.licensing.LicenceClass;
import keepshelf.core.preview.Previews;
import keepshelf.core.problem.Problem;
import keepshelf.desktop.kit.Images;
import keepshelf.desktop.likeness.AlikeModel;
import keepshelf.desktop.likeness.AlikePane;
import keepshelf.desktop.likeness.Candidate;
import keepshelf.desktop.shelf.CardPictures;
import keepshelf.desktop.shelf.ShelfModel;
import keepshelf.desktop.shelf.ShelfView;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.Pictures;
import keepshelf.desktop.work.WorkList;
import keepshelf.imaging.io.ImageEncoder;

/** Opens what looks like an item, or like any picture, over the boards. */
final class LikeRoom {
  private final Shelf shelf;
  private final WorkList work;
  private final Pictures thumbnails;
  private final ShelfModel model;
  private ShelfView boards;

  LikeRoom(Shelf shelf, WorkList work, Pictures thumbnails, ShelfModel model) {
    this.shelf = shelf;
    this.work = work;
    this.thumbnails = thumbnails;
    this.model = model;
  }

  /** The boards that it opens over. */
  void over(ShelfView place) {
    boards = place;
  }

  /** Shows what looks like an item. */
  void like(ShelvedItem s) {
    AlikeModel alike = new AlikeModel(shelf, work, null);
    alike.like(s.item().id());
    CardPictures pictures = new CardPictures(shelf, thumbnails);
    open(
        alike,
        Images.view(pictures.of(s, 256, Previews.Lit.USUAL), AlikePane.LARGE),
        s.item().name());
  }

  /** Shows what looks like a picture. */
  void like(Path picture) {
    AlikeModel alike = new AlikeModel(shelf, work, null);
    alike.like(picture);
    open(
        alike,
        Images.view(thumbnails.thumbnail(picture, 256), AlikePane.LARGE),
        picture.getFileName().toString());
  }

  /** Shows what looks like the picture, or the file of one, that is on the clipboard. */
  void paste() {
    Clipboard c = Clipboard.getSystemClipboard();
    if (c.hasFiles()) {
      like(c.getFiles().getFirst().toPath());
    } else if (c.hasImage()) {
      pasted(c.getImage());
    }
  }

  private void pasted(Image image) {
    try {
      int w = (int) image.getWidth();
      int h = (int) image.getHeight();
      int[] argb = new int[w * h];
      image.getPixelReader().getPixels(0, 0, w, h, PixelFormat.getIntArgbInstance(), argb, 0, w);
      Path folder = TempFolders.create("paste");
      Path file = folder.resolve(Words.of("like.pasted"));
      // In the other order when it ends: first the file, then the empty folder.
      folder.toFile().deleteOnExit();
      file.toFile().deleteOnExit();
      ImageEncoder.png(Previews.pixels(argb, w, h), file, 1);
      like(file);
    } catch (IOException e) {
      work.problems()
          .add(
              Problem.error(
                  "disk", null, DiskTrouble.sentence(e, "keeping the picture for a moment")));
    }
  }

  private void open(AlikeModel alike, Node asked, String name) {
    AlikePane pane =
        new AlikePane(
            alike,
            new CardPictures(shelf, thumbnails),
            asked,
            name,
            Words.of("like.show"),
            new AlikePane.Ways() {
              @Override
              public void take(Candidate c) {
                boards.closeOver();
                model.wordsProperty().set("");
                model.choose(c.card().id());
              }

              @Override
              public void close() {
                boards.closeOver();
              }

              @Override
              public LicenceClass glance(Candidate c) {
                return model.glance(c.card());
              }
            });
    boards.showOver(pane, pane::key);
  }
}
