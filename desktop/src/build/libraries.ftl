<#-- One library a line: name, version, licences, page. -->
<#list dependencyMap as e>
<#assign project = e.getKey()/>
<#assign licenses = e.getValue()/>
${project.name}	${project.version}	<#list licenses as l>${l}<#sep>, </#sep></#list>	${(project.url)!""}
</#list>
