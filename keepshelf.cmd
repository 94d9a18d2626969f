@echo off
rem Keep Shelf on Windows: needs JDK 25 in JAVA_HOME and Maven on the path.
setlocal
set "HERE=%~dp0"
set "LAUNCH=%HERE%.launch"
if not exist "%LAUNCH%" mkdir "%LAUNCH%"
if "%JAVA_HOME%"=="" (echo error: set JAVA_HOME to a JDK 25. 1>&2 & exit /b 3)
if "%~1"=="test" (pushd "%HERE%" & call mvn -B -ntp verify & popd & exit /b %ERRORLEVEL%)
if not exist "%LAUNCH%\classpath" call :build || exit /b 3
set /p CP=<"%LAUNCH%\classpath"
if "%~1"=="demo" ("%JAVA_HOME%\bin\java" --enable-native-access=ALL-UNNAMED -XX:+UseSerialGC -XX:MinHeapFreeRatio=10 -XX:MaxHeapFreeRatio=25 -XX:-ShrinkHeapInSteps -cp "%CP%" keepshelf.desktop.Launcher --demo "%HERE%.demo" & exit /b %ERRORLEVEL%)
if "%~1"=="window" ("%JAVA_HOME%\bin\java" --enable-native-access=ALL-UNNAMED -XX:+UseSerialGC -XX:MinHeapFreeRatio=10 -XX:MaxHeapFreeRatio=25 -XX:-ShrinkHeapInSteps -cp "%CP%" keepshelf.desktop.Launcher %2 %3 & exit /b %ERRORLEVEL%)
if "%~1"=="build" (call :build & exit /b %ERRORLEVEL%)
"%JAVA_HOME%\bin\java" --enable-native-access=ALL-UNNAMED -cp "%CP%" keepshelf.cli.Main %*
exit /b %ERRORLEVEL%

:build
pushd "%HERE%"
call mvn -B -ntp -q -pl imaging,core,standins,demo,cli,desktop -Dmaven.test.skip=true package dependency:build-classpath -Dmdep.outputFile=target\classpath.txt || (popd & exit /b 1)
set /p LIBS=<desktop\target\classpath.txt
set /p MORE=<cli\target\classpath.txt
>"%LAUNCH%\classpath" echo %HERE%desktop\target\classes;%HERE%cli\target\classes;%LIBS%;%MORE%
popd
exit /b 0
