/** Writers of open material formats, one package each. They know no shelf and no host. */
@NullMarked
package keepshelf.core.format;

import org.jspecify.annotations.NullMarked;
