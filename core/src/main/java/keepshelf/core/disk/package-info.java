/** Files and folders as such: whole trees, hashes, what a disk's trouble is called. */
@NullMarked
package keepshelf.core.disk;

import org.jspecify.annotations.NullMarked;
