/** The folders of hosts: which there are, what lies in them and whose it is. */
package keepshelf.core.install.folder;
