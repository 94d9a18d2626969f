/** Names taken apart: words, what they can mean as roles, and every way to read a name. */
@NullMarked
package keepshelf.core.recognise.names;

import org.jspecify.annotations.NullMarked;
