package keepshelf.core.edit;

import java.io.IOException;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Words;

/** Why a change of records was not made, in sentences for people. */
final class EditTrouble {
  private EditTrouble() {}

  static ShelfException gone(String item) {
    return refused(item, Words.of("editTrouble.there-no-item-shelf-any", item));
  }

  static ShelfException refused(String about, String why) {
    return new ShelfException(Problem.error("edit", about, why));
  }

  static ShelfException disk(String what, IOException e) {
    return ShelfException.ofDisk(null, what.toLowerCase(java.util.Locale.ROOT), e);
  }
}
