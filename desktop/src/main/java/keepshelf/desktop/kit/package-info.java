/** Controls and signs that all places share. */
package keepshelf.desktop.kit;
