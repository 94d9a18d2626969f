/** Light from all around: the program's own and panoramas, made ready for shading. */
@NullMarked
package keepshelf.imaging.light;

import org.jspecify.annotations.NullMarked;
