/** What packs are to each other as versions, and what is different from one to the next. */
@NullMarked
package keepshelf.core.versions;

import org.jspecify.annotations.NullMarked;
