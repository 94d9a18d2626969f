/** Writers of open material formats, one package each. They know no shelf and no host. */
package keepshelf.core.format;
