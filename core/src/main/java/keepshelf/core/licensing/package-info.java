/** What licences allow, as far as it can be said from their identifiers. */
@NullMarked
package keepshelf.core.licensing;

import org.jspecify.annotations.NullMarked;
