/**
 * The script a machine runs under the commercial system installed on it, in that system’s own shell: it asks the
 * classes of the Common Information Model (DMTF), reads only, and posts one JSON object. Not run on a real machine yet.
 */
export function cimScript(origin: string, token: string, tag: string): string {
  return `# Omnitrope: this machine's own report, for ${tag}. Reads only; changes nothing.
$ErrorActionPreference = 'SilentlyContinue'
$ProgressPreference = 'SilentlyContinue'
function pick($class, $names, $space = 'root/cimv2', $where = $null) {
  $found = if ($where) { Get-CimInstance -Namespace $space -ClassName $class -Filter $where } else { Get-CimInstance -Namespace $space -ClassName $class }
  @($found | Select-Object -Property $names)
}
Write-Host 'Reading this machine ...'
$said = [ordered]@{
  cim       = 1
  system    = pick 'CIM_ComputerSystem' @('Manufacturer', 'Model', 'TotalPhysicalMemory')
  board     = pick 'CIM_Card' @('SerialNumber', 'Product')
  firmware  = pick 'CIM_BIOSElement' @('SMBIOSBIOSVersion', 'SerialNumber', @{ n = 'ReleaseDate'; e = { if ($_.ReleaseDate) { $_.ReleaseDate.ToString('yyyy-MM-dd') } } })
  processor = pick 'CIM_Processor' @('Name', 'NumberOfCores', 'NumberOfLogicalProcessors')
  modules   = pick 'CIM_PhysicalMemory' @('Capacity', 'FormFactor', 'SMBIOSMemoryType', 'Speed', 'ConfiguredClockSpeed', 'DeviceLocator', 'BankLabel', 'SerialNumber', 'PartNumber')
  array     = @(Get-CimInstance -ClassName CIM_PhysicalPackage | Where-Object { $_.MemoryDevices } | Select-Object MemoryDevices, MaxCapacity, MaxCapacityEx)
  graphics  = pick 'CIM_VideoController' @('Name', 'AdapterRAM')
  drives    = pick 'CIM_DiskDrive' @('Model', 'SerialNumber', 'Size', 'InterfaceType', 'MediaType')
  disks     = @(Get-PhysicalDisk | Select-Object FriendlyName, SerialNumber, Size, @{ n = 'MediaType'; e = { "$($_.MediaType)" } }, @{ n = 'BusType'; e = { "$($_.BusType)" } })
  os        = pick 'CIM_OperatingSystem' @('Caption', 'OSArchitecture', 'TotalVisibleMemorySize', 'Version')
  licence   = pick 'SoftwareLicensingProduct' @('Name', 'LicenseStatus') 'root/cimv2' 'PartialProductKey is not null'
  devices   = @(Get-CimInstance -ClassName CIM_LogicalDevice | Where-Object { $_.ConfigManagerErrorCode -gt 0 } | Select-Object -First 40 Name, PNPClass, ConfigManagerErrorCode)
  network   = @(Get-NetAdapter -Physical | Select-Object Name, @{ n = 'PhysicalMediaType'; e = { "$($_.PhysicalMediaType)" } })
}
$media = @(Get-CimInstance -ClassName CIM_LogicalDevice | Where-Object { $_.PNPClass -eq 'MEDIA' -or $_.CreationClassName -like '*SoundDevice' } | Select-Object -First 20 Name, ConfigManagerErrorCode)
$said.sound = $media
$fulls = @(Get-CimInstance -Namespace root/wmi -ClassName BatteryFullChargedCapacity)
$counts = @(Get-CimInstance -Namespace root/wmi -ClassName BatteryCycleCount)
$statics = @(Get-CimInstance -Namespace root/wmi -ClassName BatteryStaticData)
$said.battery = @(for ($i = 0; $i -lt $fulls.Count; $i++) {
  [ordered]@{ DeviceName = $statics[$i].DeviceName; SerialNumber = $statics[$i].SerialNumber; DesignedCapacity = $statics[$i].DesignedCapacity; FullChargedCapacity = $fulls[$i].FullChargedCapacity; CycleCount = $counts[$i].CycleCount }
})
$log = Get-WinEvent -ListLog '*Diagnostics-Performance/Operational' | Select-Object -First 1
if ($log) {
  $said.starts = @(Get-WinEvent -FilterHashtable @{ LogName = $log.LogName; Id = 100 } -MaxEvents 5 | ForEach-Object {
    $data = ([xml]$_.ToXml()).Event.EventData.Data | Where-Object { $_.Name -eq 'BootTime' }
    [ordered]@{ BootTime = $data.'#text' }
  })
}
$body = [Text.Encoding]::UTF8.GetBytes((ConvertTo-Json -InputObject $said -Depth 4 -Compress))
Write-Host 'Sending ...'
try { Invoke-RestMethod -Method Post -Uri '${origin}/r/${token}' -ContentType 'application/json; charset=utf-8' -Body $body } catch { Write-Host "Not sent: $($_.Exception.Message)" }
`;
}
