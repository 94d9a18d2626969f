/** How records are written as JSON. */
@NullMarked
package keepshelf.core.json;

import org.jspecify.annotations.NullMarked;
