/**
 * The shapes that materials are judged on: where rays meet them, raised by a relief, in metres. y
 * is up, z towards the viewer; every shape stands with its foot on {@code -half()}.
 */
@NullMarked
package keepshelf.imaging.solid;

import org.jspecify.annotations.NullMarked;
