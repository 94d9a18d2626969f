/** What can be told from the pixels of a texture map alone, with how sure that is. */
@NullMarked
package keepshelf.imaging.analyse;

import org.jspecify.annotations.NullMarked;
