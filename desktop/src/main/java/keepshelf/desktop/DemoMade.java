package keepshelf.desktop;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.disk.Progress;
import keepshelf.core.making.BondOrder;
import keepshelf.core.making.Companion;
import keepshelf.core.making.Ensembles;
import keepshelf.core.making.MapPlan;
import keepshelf.core.making.MapWish;
import keepshelf.core.making.PhotoMaking;
import keepshelf.core.making.Piece;
import keepshelf.core.making.mend.Cure;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.ShelfException;
import keepshelf.imaging.bond.Bond;
import keepshelf.imaging.bond.BondSpec;
import keepshelf.imaging.bond.Joint;
import keepshelf.imaging.bond.Variety;

/** One of each thing that can be made, of what the demo delivers. */
final class DemoMade {
  /** Something that is made of items; what is not on the shelf is left out. */
  private interface Maker {
    void make(Shelf shelf) throws ShelfException;
  }

  private record Step(String what, Maker maker) {}

  private static final List<Step> STEPS =
      List.of(
          new Step("putting a counter together", DemoMade::counter),
          new Step("taking a plain companion", DemoMade::companion),
          new Step("working out maps", DemoMade::maps),
          new Step("putting faults right", DemoMade::mended),
          new Step("laying a wall", DemoMade::wall),
          new Step("making a photograph tile", DemoMade::photograph),
          new Step("breaking repetition up", DemoMade::larger));

  private DemoMade() {}

  /** Makes it all, one after the other; {@code says} hears what comes next. */
  static void write(Shelf shelf, Consumer<String> says) throws ShelfException {
    for (Step s : STEPS) {
      says.accept(s.what());
      s.maker().make(shelf);
    }
  }

  private static Optional<ShelvedItem> item(Shelf shelf, String key) {
    return shelf.catalogue().find(key).stream().findFirst();
  }

  private static void counter(Shelf shelf) throws ShelfException {
    String[][] parts = {
      {"front", "bleached_larch", null},
      {"sides", "limewash_plaster", null},
      {"trim", "verdigris_copper", "Winter-dull"},
      {"top", "slate_shingle", "Rain-dark"},
      {"plinth", "rust_streaked_hull", null}
    };
    List<Ensembles.Wish> wishes = new ArrayList<>();
    for (String[] p : parts) {
      item(shelf, p[1]).ifPresent(s -> wishes.add(new Ensembles.Wish(p[0], s, p[2])));
    }
    if (wishes.size() > 1) {
      Ensembles e = shelf.making().ensembles();
      e.file(e.plan("Visitor counter", wishes, null));
    }
  }

  private static void companion(Shelf shelf) throws ShelfException {
    ShelvedItem plaster = item(shelf, "limewash_plaster").orElse(null);
    if (plaster != null) {
      shelf.making().companion().make(plaster, Companion.Pick.MEAN, "Limewash, plain");
    }
  }

  private static void maps(Shelf shelf) throws ShelfException {
    ShelvedItem crust = item(shelf, "barnacle_crust").orElse(null);
    if (crust != null) {
      make(shelf, shelf.making().plan(crust, MapWish.of(Set.of(MapRole.CAVITY))));
    }
  }

  /** The first item that has a fault with a cure. */
  private static void mended(Shelf shelf) throws ShelfException {
    for (ShelvedItem s : shelf.catalogue().items()) {
      if (!shelf.making().faults(s).isEmpty()) {
        make(shelf, shelf.making().planMending(s, EnumSet.allOf(Cure.class)));
        return;
      }
    }
  }

  private static void make(Shelf shelf, MapPlan plan) throws ShelfException {
    if (plan.isPossible()) {
      shelf.making().make(plan, Progress.NONE);
    }
  }

  private static void wall(Shelf shelf) throws ShelfException {
    ShelvedItem slate = item(shelf, "slate_shingle").orElse(null);
    if (slate != null) {
      BondSpec spec =
          new BondSpec(
              Bond.RUNNING,
              400,
              240,
              4,
              4,
              0.5,
              new Joint(8, 4, Joint.Profile.HOLLOW),
              new Variety(1.5, 0.8, 2, 0.06, 0.4, true),
              1);
      shelf
          .making()
          .laying()
          .make(
              new BondOrder(
                  "Quay wall", spec, Piece.of(slate.item().id()), Piece.plain(0xB9B2A0, 0.9), "1K"),
              Progress.NONE);
    }
  }

  private static void photograph(Shelf shelf) throws ShelfException {
    ShelvedItem photo = item(shelf, "keepers_room_wall").orElse(null);
    if (photo != null) {
      shelf
          .making()
          .photos()
          .make(
              new PhotoMaking.Wish(
                  shelf.folder().resolve(photo.path(photo.item().maps().getFirst())),
                  null,
                  1.6,
                  false,
                  "Keeper's room wall, tiling",
                  "CC0-1.0"));
    }
  }

  private static void larger(Shelf shelf) throws ShelfException {
    ShelvedItem planks = item(shelf, "larch_planks").orElse(null);
    if (planks != null) {
      shelf.making().sets().enlarge(planks, 2, null, 1, "Larch planks, larger");
    }
  }
}
