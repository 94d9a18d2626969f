/** Making pictures smaller without aliasing. */
@NullMarked
package keepshelf.imaging.resample;

import org.jspecify.annotations.NullMarked;
