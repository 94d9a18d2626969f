/** The folders of hosts: which there are, what lies in them and whose it is. */
@NullMarked
package keepshelf.core.install.folder;

import org.jspecify.annotations.NullMarked;
