package keepshelf.core.making;

import keepshelf.core.Shelf;
import keepshelf.core.disk.Progress;
import keepshelf.core.problem.ShelfException;
import keepshelf.imaging.bond.Bond;
import keepshelf.imaging.bond.BondSpec;
import keepshelf.imaging.bond.Joint;
import keepshelf.imaging.bond.Variety;

/** A wall of 24 clay units with light joints, whose own units can be laid again. */
final class QuayWall {
  /** How it is laid. */
  static final BondSpec SPEC =
      new BondSpec(
          Bond.RUNNING,
          215,
          65,
          4,
          6,
          0.5,
          new Joint(10, 5, Joint.Profile.FLAT),
          new Variety(2, 1, 0, 0.1, 0, true),
          8);

  /** What its joints are made of. */
  static final Piece LIME = Piece.plain(0xB9B2A0, 0.9);

  private QuayWall() {}

  /** Puts it on the shelf; its units as a piece. */
  static Piece units(Shelf shelf) throws ShelfException {
    Piece clay = Piece.plain(0x8C4632, 0.7);
    BondOrder o = new BondOrder("Quay wall", SPEC, clay, LIME, "512");
    shelf.making().laying().make(o, Progress.NONE);
    return Piece.of("quay_wall").whole(true);
  }
}
