/** Commands about hosts and installations. */
package keepshelf.cli.hosts;
