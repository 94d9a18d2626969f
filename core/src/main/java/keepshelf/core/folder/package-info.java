/** The shelf's folder: where things lie, who may write, and that no path leads out of it. */
@NullMarked
package keepshelf.core.folder;

import org.jspecify.annotations.NullMarked;
